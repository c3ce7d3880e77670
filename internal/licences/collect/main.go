// Command collect gathers the licences of what is shipped: run it after a library
// was added or raised (make generate does). It writes notices.json beside it.
package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"sort"
	"strings"

	"settle/internal/licences"
)

func main() {
	to := "internal/licences/notices.json"
	if len(os.Args) > 1 {
		to = os.Args[1]
	}
	if err := collect(to); err != nil {
		fmt.Fprintln(os.Stderr, "collecting licences:", err)
		os.Exit(1)
	}
}

// library is something shipped, with the folder its licence lies in.
type library struct{ kind, name, dir string }

func collect(to string) error {
	all := []library{{"settle", "Settle", "."}}
	for _, list := range []func() ([]library, error){goModules, npmPackages} {
		more, err := list()
		if err != nil {
			return err
		}
		all = append(all, more...)
	}
	var out []licences.Notice
	for _, l := range all {
		text, err := texts(l.dir)
		if err != nil {
			return fmt.Errorf("%s: %w", l.name, err)
		}
		at := slices.IndexFunc(out, func(n licences.Notice) bool { return n.Kind == l.kind && n.Text == text })
		if at < 0 {
			at, out = len(out), append(out, licences.Notice{Kind: l.kind, Text: text})
		}
		out[at].Of = append(out[at].Of, l.name)
	}
	order := []string{"settle", "typeface", "go", "npm"}
	sort.SliceStable(out, func(i, j int) bool {
		a, b := slices.Index(order, out[i].Kind), slices.Index(order, out[j].Kind)
		return a < b || a == b && out[i].Of[0] < out[j].Of[0]
	})
	var b bytes.Buffer
	write := json.NewEncoder(&b)
	write.SetEscapeHTML(false)
	write.SetIndent("", " ")
	if err := write.Encode(out); err != nil {
		return err
	}
	return os.WriteFile(to, b.Bytes(), 0o600)
}

// goModules are those that the command is built of, and Go's own library.
func goModules() ([]library, error) {
	root, err := exec.Command("go", "env", "GOROOT").Output()
	if err != nil {
		return nil, err
	}
	list, err := exec.Command("go", "list", "-deps", "-tags", "nomsgpack,objects", "-f",
		"{{with .Module}}{{if not .Main}}{{.Path}} {{.Version}}|{{.Dir}}{{end}}{{end}}", "./cmd/settle").Output()
	if err != nil {
		return nil, err
	}
	lines := strings.Fields(strings.ReplaceAll(strings.TrimSpace(string(list)), " ", "\x00"))
	slices.Sort(lines)
	all := []library{{"go", "Go", strings.TrimSpace(string(root))}}
	for _, line := range slices.Compact(lines) {
		name, dir, _ := strings.Cut(strings.ReplaceAll(line, "\x00", " "), "|")
		all = append(all, library{"go", name, dir})
	}
	return all, nil
}

// npmPackages are those that the screens are built of, and the typefaces.
func npmPackages() ([]library, error) {
	text, err := os.ReadFile("web/package-lock.json")
	if err != nil {
		return nil, err
	}
	var lock struct {
		Packages map[string]struct {
			Version string
			Dev     bool
		}
	}
	if err := json.Unmarshal(text, &lock); err != nil {
		return nil, err
	}
	var all []library
	for path, p := range lock.Packages {
		_, name, _ := strings.Cut(path, "node_modules/")
		for strings.Contains(name, "node_modules/") {
			_, name, _ = strings.Cut(name, "node_modules/")
		}
		// What holds only types is gone when the screens are built.
		if path == "" || p.Dev || strings.HasPrefix(name, "@types/") || name == "csstype" {
			continue
		}
		kind := "npm"
		if strings.HasPrefix(name, "@fontsource/") {
			kind = "typeface"
		}
		all = append(all, library{kind, name + " " + p.Version, filepath.Join("web", path)})
	}
	slices.SortFunc(all, func(a, b library) int { return strings.Compare(a.name, b.name) })
	return all, nil
}

var isLicence = regexp.MustCompile(`(?i)^(licen[cs]e|copying|notice|ofl|patents)([.-].*)?$`)

// texts are the licence and the notices of a folder, one after the other. A package
// without a file of its own says what it is under.
func texts(dir string) (string, error) {
	entries, err := os.ReadDir(dir)
	if err != nil {
		return "", err
	}
	var parts []string
	for _, e := range entries {
		if e.IsDir() || !isLicence.MatchString(e.Name()) || strings.HasSuffix(e.Name(), ".go") {
			continue
		}
		b, err := os.ReadFile(filepath.Join(dir, e.Name()))
		if err != nil {
			return "", err
		}
		parts = append(parts, strings.TrimSpace(strings.ReplaceAll(string(b), "\r\n", "\n")))
	}
	if len(parts) > 0 {
		return strings.Join(parts, "\n\n"), nil
	}
	var p struct {
		License string
		Author  any
	}
	if b, err := os.ReadFile(filepath.Join(dir, "package.json")); err == nil && json.Unmarshal(b, &p) == nil &&
		p.License != "" {
		return "Licence: " + p.License, nil
	}
	return "", fmt.Errorf("no licence in %s", dir)
}
