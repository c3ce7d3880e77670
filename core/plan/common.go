package plan

import (
	_ "embed"
	"fmt"
	"slices"
	"strings"
	"sync"

	"go.yaml.in/yaml/v3"
)

//go:embed common.yaml
var commonText []byte

// common holds the steps, parts and checks that most constructions share, in
// the words of the trade, by section and name.
var common = sync.OnceValue(func() map[string]map[string]*yaml.Node {
	var doc yaml.Node
	if err := yaml.Unmarshal(commonText, &doc); err != nil {
		panic("plan: common.yaml: " + err.Error())
	}
	out := map[string]map[string]*yaml.Node{}
	root := doc.Content[0]
	for i := 0; i+1 < len(root.Content); i += 2 {
		section := map[string]*yaml.Node{}
		for list, j := root.Content[i+1], 0; j+1 < len(list.Content); j += 2 {
			section[list.Content[j].Value] = list.Content[j+1]
		}
		out[root.Content[i].Value] = section
	}
	return out
})

// useCommon writes out what a plan uses of the common steps, parts and checks:
// {use: lock-out} becomes the whole step, and what stands beside use counts
// instead. The plan a job keeps then needs nothing but itself.
func useCommon(root *yaml.Node) (used bool, err error) {
	for _, part := range under(root, "parts") {
		u, err := writeOut(part, "parts", "key")
		if err != nil {
			return false, err
		}
		used = used || u
	}
	if checks := child(root, "checks"); checks != nil && checks.Kind == yaml.MappingNode {
		for i := 1; i < len(checks.Content); i += 2 {
			u, err := writeOut(checks.Content[i], "checks", "")
			if err != nil {
				return false, err
			}
			used = used || u
		}
	}
	for _, stage := range under(root, "stages") {
		for _, step := range under(stage, "steps") {
			u, err := writeOut(step, "steps", "id")
			if err != nil {
				return false, err
			}
			used = used || u
		}
	}
	return used, nil
}

func child(n *yaml.Node, key string) *yaml.Node {
	if n.Kind != yaml.MappingNode {
		return nil
	}
	for i := 0; i+1 < len(n.Content); i += 2 {
		if n.Content[i].Value == key {
			return n.Content[i+1]
		}
	}
	return nil
}

func under(n *yaml.Node, key string) []*yaml.Node {
	if list := child(n, key); list != nil && list.Kind == yaml.SequenceNode {
		return list.Content
	}
	return nil
}

// writeOut puts the common keys behind those written here. The id, where none is
// written, is the name that was used.
func writeOut(n *yaml.Node, section, id string) (bool, error) {
	use := child(n, "use")
	if use == nil {
		return false, nil
	}
	from, ok := common()[section][use.Value]
	if !ok {
		var names []string
		for name := range common()[section] {
			names = append(names, name)
		}
		slices.Sort(names)
		return false, at(use.Line, fmt.Sprintf("there is no common one %q to use: there are %s", use.Value,
			strings.Join(names, ", ")))
	}
	var kept []*yaml.Node
	for i := 0; i+1 < len(n.Content); i += 2 {
		if n.Content[i].Value != "use" {
			kept = append(kept, n.Content[i], n.Content[i+1])
		}
	}
	n.Content, n.Style = kept, 0
	if id != "" && child(n, id) == nil {
		n.Content = append([]*yaml.Node{scalar(id, use.Line), scalar(use.Value, use.Line)}, n.Content...)
	}
	for i := 0; i+1 < len(from.Content); i += 2 {
		if child(n, from.Content[i].Value) == nil {
			n.Content = append(n.Content, placed(from.Content[i], use.Line), placed(from.Content[i+1], use.Line))
		}
	}
	return true, nil
}

func scalar(text string, line int) *yaml.Node {
	return &yaml.Node{Kind: yaml.ScalarNode, Tag: "!!str", Value: text, Line: line}
}

// placed copies a node to the line where it is used: there a fault is mended.
func placed(n *yaml.Node, line int) *yaml.Node {
	c := *n
	c.Line, c.Content = line, nil
	for _, x := range n.Content {
		c.Content = append(c.Content, placed(x, line))
	}
	return &c
}
