package server

import (
	"bytes"
	"crypto/ed25519"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"net/http"
	"net/url"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/record"
	"settle/internal/door"
	"settle/internal/report"
	"settle/internal/signing"
	"settle/internal/store"
)

// forged is the file of a signed job that somebody made up: its entries carry the ids and names of people
// of the shop it is to come into, and a key of the forger signs it.
func forged(t *testing.T, l *locked, number string, change func(*store.Job)) []byte {
	t.Helper()
	r, err := l.store.Job(t.Context(), "J-0004")
	if err != nil {
		t.Fatal(err)
	}
	f := &store.Job{Number: number, Pump: r.Pump}
	f.Plan, f.Plates = r.Plan, map[string]string{}
	f.Pump.Tag = "FX-1"
	for i, e := range r.Log {
		var last *log.Entry
		if i > 0 {
			last = &f.Log[i-1]
		}
		e.ID, e.By = fmt.Sprintf("forged-%s-%d", number, i), log.Person{ID: "p3", Name: "T. Achterberg", Role: "lead"}
		if e.On != "" {
			e.On = ""
		}
		sheet := e.Sheet
		if e.Sheet = ""; sheet != "" {
			for _, k := range r.Kept {
				if k.Hash == sheet {
					k.Seq = i + 1
					f.Kept, e.Sheet = append(f.Kept, k), k.Hash
				}
			}
		}
		e, err := log.Seal(last, e, e.At)
		if err != nil {
			t.Fatal(err)
		}
		f.Log = append(f.Log, e)
	}
	_, private, err := ed25519.GenerateKey(nil)
	if err != nil {
		t.Fatal(err)
	}
	last := f.Log[len(f.Log)-1]
	f.Signatures = []signing.Signature{{Seq: last.Seq, Public: private.Public().(ed25519.PublicKey),
		Signature: ed25519.Sign(private, []byte("settle-signature/1\n"+last.Hash+"\n"))}}
	if change != nil {
		change(f)
	}
	b, err := report.JSON(f, func(id string) ([]byte, error) {
		if photo, err := l.store.Photo(t.Context(), id); err == nil {
			return photo, nil
		}
		return nil, nil // what is put in by hand afterwards
	})
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// A job from elsewhere is taken in by a lead, in their name: the bench, the sheet, the PDF and the file
// say so, nobody in it is one of ours whatever their id, a foreign key is another shop's, and ours signs
// from the entry that is ours.
func TestAJobFromElsewhere(t *testing.T) {
	l := lockedShop(t)
	k, _, err := signing.Open(filepath.Join(t.TempDir(), "shop.key"))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := l.store.UseKey(t.Context(), k); err != nil {
		t.Fatal(err)
	}
	bench, lead := l.come("M. Okafor"), l.come("T. Achterberg")
	file := forged(t, l, "J-0777", nil)
	at := "/api/v1/jobs/import?file=" + url.QueryEscape("from the forger.json")
	if status, _, b := call(t, l.Server, "POST", at, string(file), bench); status != http.StatusForbidden {
		t.Fatalf("a technician takes it in: %d %.200s", status, b)
	}
	status, _, b := call(t, l.Server, "POST", at, string(file), lead)
	v := decoded[JobView](t, status, b)
	const said = "by T. Achterberg on "
	if len(v.Taken) != 1 || !strings.Contains(v.Taken[0], said) || !strings.Contains(v.Taken[0], "from the forger.json") {
		t.Errorf("the bench says %q", v.Taken)
	}
	own := v.Log[len(v.Log)-1]
	if own.Kind != log.TakenIn || own.By.ID != "p3" || own.By.Elsewhere || own.Taken.Number != "J-0777" {
		t.Errorf("its last entry is %+v", own)
	}
	for _, e := range v.Log[:len(v.Log)-1] {
		if e.By.ID != "" || !e.By.Elsewhere || e.By.Name != "T. Achterberg, of another shop" {
			t.Fatalf("entry %d is by %+v", e.Seq, e.By)
		}
	}
	if s := v.Sheet.Signed; s == nil || s.By.Name != "T. Achterberg, of another shop" {
		t.Errorf("signed by %+v", s)
	}
	sheet := get[PaperView](t, l.Server, "/api/v1/jobs/J-0777/sheet", lead)
	if sheet.Mark == nil || sheet.Mark.Whose != "Signed with the key of another shop" || len(sheet.Head.Taken) != 1 {
		t.Errorf("the sheet: %+v, taken in %q", sheet.Mark, sheet.Head.Taken)
	}
	doings := get[[]store.Doing](t, l.Server, "/api/v1/doings", lead)
	if d := doings[0]; d.What != "took-in" || d.Person != "T. Achterberg" || !strings.Contains(d.About, "J-0777") {
		t.Errorf("the record says %+v", d)
	}
	// Taken in on purpose, the key has a name.
	keys := get[ShopView](t, l.Server, "/api/v1/shop", lead).Keys
	other := keys[len(keys)-1]
	naming := fmt.Sprintf(`{"fingerprint":%q,"name":"Harbour works"}`, other.Fingerprint)
	if status, _, _ := call(t, l.Server, "PUT", "/api/v1/keys", naming, bench); status != http.StatusForbidden {
		t.Errorf("a technician names a key: %d", status)
	}
	if status, _, b := call(t, l.Server, "PUT", "/api/v1/keys", naming, lead); status != 200 || other.Own {
		t.Fatalf("%d %s, %+v", status, b, other)
	}
	sheet = get[PaperView](t, l.Server, "/api/v1/jobs/J-0777/sheet", lead)
	if sheet.Mark.Whose != "Signed with the key of Harbour works, another shop" {
		t.Errorf("the key is said to be: %s", sheet.Mark.Whose)
	}
	// What is added here is signed with our key, from the entry that is ours.
	amend := map[string]any{"id": "amend-777", "kind": "amended", "reason": "seen here", "pin": passphrase}
	if status, _, b := put(t, l.Server, "J-0777", amend, lead); status != 201 {
		t.Fatalf("%d %s", status, b)
	}
	r, err := l.store.Job(t.Context(), "J-0777")
	if err != nil {
		t.Fatal(err)
	}
	if g := r.Signatures[len(r.Signatures)-1]; g.From != own.Seq || !signing.Is(k.Public(), g.Key()) {
		t.Errorf("signed from entry %d with %s", g.From, g.Key())
	}
	sheet = get[PaperView](t, l.Server, "/api/v1/jobs/J-0777/sheet", lead)
	want := fmt.Sprintf("Signed with the key of this shop, for entry %d and what follows", own.Seq)
	if sheet.Mark.Whose != want {
		t.Errorf("the sheet says %q, want %q", sheet.Mark.Whose, want)
	}
	read, err := exec.LookPath("pdftotext")
	if err == nil {
		_, _, pdf := call(t, l.Server, "GET", "/api/v1/jobs/J-0777/sheet.pdf", "", lead)
		text := exec.Command(read, "-raw", "-", "-")
		text.Stdin = bytes.NewReader(pdf)
		says, err := text.Output()
		plain := strings.Join(strings.Fields(string(says)), " ")
		if err != nil || !strings.Contains(plain, said) || !strings.Contains(plain, "for entry") {
			t.Errorf("on paper: %v, %s", err, plain)
		}
	}
	_, _, again := call(t, l.Server, "GET", "/api/v1/jobs/J-0777/sheet.json", "", lead)
	if back, _, err := report.Read(again); err != nil || len(log.Intakes(back.Log)) != 1 {
		t.Errorf("its file: %v", err)
	}
}

// What of a file does not fit into the shop is refused, and says what.
func TestWhatIsNotTakenIn(t *testing.T) {
	l := lockedShop(t)
	lead := l.come("T. Achterberg")
	for _, number := range []string{"../../../..elsewhere/evil", "", "J-1\r\nX", "J-1\x00", "<img src=x>", "=1+1", "a/b",
		"J-" + strings.Repeat("1", 5000), "J-12345-99999"} {
		status, _, b := call(t, l.Server, "POST", "/api/v1/jobs/import", string(forged(t, l, number, nil)), lead)
		if status != 422 || !strings.Contains(string(b), "a number is such as J-0042") {
			t.Errorf("%.40q: %d %.200s", number, status, b)
		}
	}
	for what, tag := range map[string]string{"a tag with a new line": "FX\n1", "a tag that turns": "FX\u202e1"} {
		file := forged(t, l, "J-0801", func(r *store.Job) { r.Pump.Tag = tag })
		if status, _, b := call(t, l.Server, "POST", "/api/v1/jobs/import", string(file), lead); status != 422 {
			t.Errorf("%s: %d %.200s", what, status, b)
		}
	}
	// An open job of a pump that has one.
	open, err := l.store.Job(t.Context(), "J-0005")
	if err != nil {
		t.Fatal(err)
	}
	e, err := log.Seal(nil, log.Entry{ID: "another-opening", By: open.Log[0].By, Kind: log.Opened, Open: open.Log[0].Open},
		time.Now())
	if err != nil {
		t.Fatal(err)
	}
	second := &store.Job{Number: "J-0900", Pump: open.Pump}
	second.Plan, second.Log = open.Plan, []log.Entry{e}
	file, err := report.JSON(second, nil)
	if err != nil {
		t.Fatal(err)
	}
	if status, _, b := call(t, l.Server, "POST", "/api/v1/jobs/import", string(file), lead); status != 422 ||
		!strings.Contains(string(b), "continue with J-0005") {
		t.Errorf("a second open job: %d %.300s", status, b)
	}
}

// A picture in a file is made anew, unless it is as Settle writes one; what is no picture is refused.
func TestPicturesFromElsewhere(t *testing.T) {
	l := lockedShop(t)
	lead := l.come("T. Achterberg")
	var shot bytes.Buffer
	if err := png.Encode(&shot, image.NewRGBA(image.Rect(0, 0, 40, 30))); err != nil {
		t.Fatal(err)
	}
	with := func(number string, bytes []byte) (id string, file []byte) {
		sum := sha256.Sum256(bytes)
		id = hex.EncodeToString(sum[:])
		text := forged(t, l, number, func(r *store.Job) {
			last := &r.Log[len(r.Log)-1]
			e, err := log.Seal(last, log.Entry{ID: "pictured-" + number, By: last.By, Kind: log.Pictured, Step: "photo-received",
				Body: &log.Body{Photo: &log.PhotoForm{Photos: []string{id}}}}, last.At)
			if err != nil {
				t.Fatal(err)
			}
			r.Log = append(r.Log, e)
		})
		var all map[string]json.RawMessage
		if err := json.Unmarshal(text, &all); err != nil {
			t.Fatal(err)
		}
		photos, err := json.Marshal(map[string][]byte{id: bytes})
		if err != nil {
			t.Fatal(err)
		}
		all["photos"] = photos
		file, err = json.Marshal(all)
		if err != nil {
			t.Fatal(err)
		}
		return id, file
	}
	_, page := with("J-0811", []byte("<html><script>alert(1)</script></html>"))
	if status, _, b := call(t, l.Server, "POST", "/api/v1/jobs/import", string(page), lead); status != 422 ||
		!strings.Contains(string(b), "a picture that is none") {
		t.Errorf("a page for a picture: %d %.200s", status, b)
	}
	id, file := with("J-0812", append(shot.Bytes(), "<script>"...))
	status, _, b := call(t, l.Server, "POST", "/api/v1/jobs/import", string(file), lead)
	decoded[JobView](t, status, b)
	status, head, b := call(t, l.Server, "GET", "/api/v1/photos/"+id, "", lead)
	if status != 200 || head.Get("Content-Type") != "image/jpeg" || bytes.Contains(b, []byte("script")) ||
		!bytes.HasPrefix(b, []byte{0xff, 0xd8}) {
		t.Errorf("made anew: %d %s, %d bytes", status, head.Get("Content-Type"), len(b))
	}
	if status, _, _ := call(t, l.Server, "GET", "/api/v1/jobs/J-0812/sheet.pdf", "", lead); status != 200 {
		t.Errorf("its sheet: %d", status)
	}
	// It goes out again with the picture that is here, and holds.
	_, _, again := call(t, l.Server, "GET", "/api/v1/jobs/J-0812/sheet.json", "", lead)
	if _, photos, err := report.Read(again); err != nil || !bytes.Equal(photos[id], b) {
		t.Errorf("out again: %d pictures, %v", len(photos), err)
	}
	if _, broken, err := store.Verify(t.Context(), l.store.File()); err != nil || len(broken) > 0 {
		t.Errorf("the shop: %v, %v", broken, err)
	}
}

// The limits of a pump are a lead's; who changed what, and what it was, stands in the pump's log.
func TestALeadSetsThePumpsLimits(t *testing.T) {
	l := lockedShop(t)
	bench, lead := l.come("M. Okafor"), l.come("T. Achterberg")
	now := get[LimitsView](t, l.Server, "/api/v1/pumps/LS-204/limits", bench)
	form := func(max string) string {
		forms := map[string]job.LimitForm{}
		for k, f := range now.Forms {
			forms[k] = f
		}
		b, err := json.Marshal(forms)
		if err != nil {
			t.Fatal(err)
		}
		return fmt.Sprintf(`{"version":%q,"limits":%s}`, now.Version,
			strings.Replace(string(b), `"max":"`, `"max":"`+max, 1))
	}
	if status, _, _ := call(t, l.Server, "PUT", "/api/v1/pumps/LS-204/limits", form("9"), bench); status != 403 {
		t.Errorf("a technician sets limits: %d", status)
	}
	a, err := l.store.Named(t.Context(), "Front office")
	if err != nil {
		t.Fatal(err)
	}
	a.Role, a.Keeper = "technician", true
	if err := l.store.SetAccount(t.Context(), a); err != nil {
		t.Fatal(err)
	}
	status, _, b := call(t, l.Server, "POST", "/api/v1/register/limits", "whose,of,limit,min,max,source\n",
		l.come("Front office"), func(r *http.Request) { r.Header.Set("Content-Type", "text/csv") })
	if status != 403 {
		t.Errorf("a keeper who is no lead sets them by a file: %d %.200s", status, b)
	}
	pump := get[PumpView](t, l.Server, "/api/v1/pumps/LS-204", bench).Pump
	for key, f := range pump.Limits {
		f.Source = "me"
		pump.Limits[key] = f
		break
	}
	text, err := json.Marshal(pump)
	if err != nil {
		t.Fatal(err)
	}
	if status, _, b := call(t, l.Server, "PUT", "/api/v1/pumps/LS-204", string(text), bench); status != 422 ||
		!strings.Contains(string(b), "are set by a lead") {
		t.Errorf("a technician sets them with the page: %d %.200s", status, b)
	}
	if status, _, b := call(t, l.Server, "PUT", "/api/v1/pumps/LS-204/limits", form("9"), lead); status != 200 {
		t.Fatalf("%d %.300s", status, b)
	}
	entries := get[PumpView](t, l.Server, "/api/v1/pumps/LS-204", bench).Record.Log
	if e := entries[0]; e.Kind != "changed" || e.By.Name != "T. Achterberg" || !strings.HasPrefix(e.Text, "Limit ") ||
		!strings.Contains(e.Text, ", was at") {
		t.Errorf("the pump's log says %+v", e)
	}
	d := get[[]store.Doing](t, l.Server, "/api/v1/doings", lead)[0]
	if d.What != door.SetLimits || d.About != "of LS-204" {
		t.Errorf("the record says %+v", d)
	}
}

// A plan that comes with a job becomes one of this shop's only where it could have been added: else the
// pump is added first, and the job keeps its plan as it is.
func TestAPlanFromElsewhere(t *testing.T) {
	l := lockedShop(t)
	lead := l.come("T. Achterberg")
	const text = `key: circulator-theirs
title: Their circulator
construction: K
version: 1
format: 2
stages:
  - id: work
    title: Work
    steps:
      - {id: bare, kind: do, title: Inner card off%s}
      - {id: sign, kind: sign, title: Sign}
`
	brought := func(number, more string) []byte {
		p, err := plan.ReadKept("theirs", fmt.Appendf(nil, text, more))
		if err != nil {
			t.Fatal(err)
		}
		r := &store.Job{Number: number}
		r.Pump = record.Pump{Tag: "CI-" + number, Name: "Theirs", Plan: p.Key}
		e, err := log.Seal(nil, log.Entry{ID: "opened-" + number, By: log.Person{Name: "N. Brandt", Role: "technician"},
			Kind: log.Opened, Open: &log.Opening{Pump: r.Pump.Tag, Complaint: "noise", Plan: p.Key, Version: p.Version,
				PlanHash: p.Hash}}, time.Now())
		if err != nil {
			t.Fatal(err)
		}
		r.Plan, r.Log = p, []log.Entry{e}
		file, err := report.JSON(r, nil)
		if err != nil {
			t.Fatal(err)
		}
		return file
	}
	plans := func() int {
		n := 0
		for _, p := range get[[]PlanView](t, l.Server, "/api/v1/plans", lead) {
			if p.Key == "circulator-theirs" {
				n++
			}
		}
		return n
	}
	take := func(file []byte) (int, string) {
		status, _, b := call(t, l.Server, "POST", "/api/v1/jobs/import", string(file), lead)
		return status, string(b)
	}
	status, b := take(brought("J-0950", ", colour: red"))
	if status != 422 || !strings.Contains(b, "colour") || !strings.Contains(b, "Add the pump CI-J-0950 first") {
		t.Errorf("a plan that could not be added: %d %.400s", status, b)
	}
	if err := l.store.SavePump(t.Context(), record.Pump{Tag: "CI-J-0950", Name: "Ours", Plan: "inline-circulator",
		Construction: "K"}, true); err != nil {
		t.Fatal(err)
	}
	if status, b = take(brought("J-0950", ", colour: red")); status != 201 || plans() != 0 {
		t.Errorf("with its pump here: %d, %d plans of theirs: %.300s", status, plans(), b)
	}
	if status, b = take(brought("J-0951", "")); status != 201 || plans() != 1 {
		t.Errorf("a plan that can be added: %d, %d of theirs: %.300s", status, plans(), b)
	}
}

// A technician proposes a limit: nothing is judged by it until a lead, and nobody else, confirms; one that
// is turned down is written down, too; a proposal is answered once, and against the page that was read.
func TestALimitIsProposed(t *testing.T) {
	l := lockedShop(t)
	bench, lead := l.come("M. Okafor"), l.come("T. Achterberg")
	const at = "/api/v1/pumps/LS-204/limits"
	send := func(want int, path, in string, by func(*http.Request)) LimitsView {
		t.Helper()
		status, _, b := call(t, l.Server, "POST", at+path, in, by)
		if status != want {
			t.Fatalf("%s: %d, want %d: %.300s", path, status, want, b)
		}
		var v LimitsView
		if want <= 201 {
			v = decoded[LimitsView](t, status, b)
		}
		return v
	}
	before := get[LimitsView](t, l.Server, at, bench)
	key := before.Rows[0].Key
	form := func(id, max string) string {
		return fmt.Sprintf(`{"id":%q,"limits":{%q:{"max":%q,"source":"manual, page 12"}}}`, id, key, max)
	}
	if status, _, b := call(t, l.Server, "POST", at+"/proposals", form("proposal-0", "much"), bench); status != 422 ||
		!strings.Contains(string(b), key+".max") {
		t.Errorf("no figure: %d %.300s", status, b)
	}
	send(201, "/proposals", form("proposal-1", "0.033 mm"), bench)
	v := send(201, "/proposals", form("proposal-1", "0.033 mm"), bench) // sent twice
	if len(v.Proposed) != 1 || !strings.Contains(v.Proposed[0].Text, "at most 0.033 mm by manual, page 12, now nothing") ||
		v.Proposed[0].By != "M. Okafor" || v.Version != before.Version {
		t.Fatalf("proposed %+v", v.Proposed)
	}
	answer := func(confirm bool, version string) string {
		return fmt.Sprintf(`{"confirm":%t,"version":%q}`, confirm, version)
	}
	send(403, "/proposals/proposal-1", answer(true, v.Version), bench)
	send(409, "/proposals/proposal-1", answer(true, "of yesterday"), lead)
	send(422, "/proposals/proposal-9", answer(true, v.Version), lead)
	v = send(201, "/proposals/proposal-1", answer(true, v.Version), lead)
	if f := v.Forms[key]; f.Max.String() != "0.033 mm" || len(v.Proposed) != 0 {
		t.Errorf("confirmed: %+v, %+v", f, v.Proposed)
	}
	send(422, "/proposals/proposal-1", answer(false, v.Version), lead)
	send(422, "/proposals", form("proposal-2", "0.033 mm"), bench) // it stands there
	send(201, "/proposals", form("proposal-3", "9 mm"), bench)
	v = send(201, "/proposals/proposal-3", answer(false, v.Version), lead)
	if v.Forms[key].Max.String() != "0.033 mm" {
		t.Error("what was turned down is in force")
	}
	var said []string
	for _, e := range get[PumpView](t, l.Server, "/api/v1/pumps/LS-204", bench).Record.Log[:5] {
		said = append(said, string(e.Kind)+" "+e.By.Name)
	}
	want := "turned-down T. Achterberg, proposed M. Okafor, confirmed T. Achterberg, changed T. Achterberg, " +
		"proposed M. Okafor"
	if got := strings.Join(said, ", "); got != want {
		t.Errorf("the pump's log says %s", got)
	}
}
