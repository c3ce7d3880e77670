package report

import (
	"encoding/xml"
	"fmt"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"settle/core/record"
)

// Calendar returns what is due on a pump as an iCalendar file (RFC 5545), a day
// long each. An event keeps its id, so that a calendar which takes the file in
// again moves it and does not add another.
func Calendar(p record.Pump, sheet *record.Page, address string, now time.Time) ([]byte, error) {
	cal := ics.NewCalendarFor("Settle")
	cal.SetMethod(ics.MethodPublish)
	cal.SetName(p.Tag + " " + p.Name)
	remarks := ""
	for _, r := range sheet.Remarks {
		remarks += "\nNext time: " + r.Text
	}
	for _, l := range sheet.Next {
		day, err := time.Parse("2006-01-02", l.Day)
		if err != nil {
			return nil, err
		}
		e := cal.AddEvent(l.Key + "-" + strings.ToLower(p.Tag) + "@settle")
		e.SetDtStampTime(now)
		e.SetAllDayStartAt(day)
		e.SetAllDayEndAt(day.AddDate(0, 0, 1))
		e.SetSummary(p.Tag + " " + p.Name + ": " + l.Title)
		e.SetDescription(l.Why + remarks)
		e.SetLocation(p.Place)
		e.SetURL(address)
		if l.Every > 0 {
			e.AddRrule(fmt.Sprintf("FREQ=DAILY;INTERVAL=%d", l.Every))
		}
	}
	return []byte(cal.Serialize()), nil
}

// GaugeCalendar is when the shop's gauges are due for calibration, as an iCalendar file.
// Page is the address of a gauge's page, by its key.
func GaugeCalendar(gauges []record.GaugePage, page func(key string) string, now time.Time) ([]byte, error) {
	cal := ics.NewCalendarFor("Settle")
	cal.SetMethod(ics.MethodPublish)
	cal.SetName("Gauges due for calibration")
	for i := range gauges {
		g := &gauges[i]
		if g.Due == "" || g.State == record.OutOfUse {
			continue
		}
		day, err := time.Parse("2006-01-02", g.Due)
		if err != nil {
			return nil, err
		}
		e := cal.AddEvent("gauge-" + strings.ToLower(g.Key) + "@settle")
		e.SetDtStampTime(now)
		e.SetAllDayStartAt(day)
		e.SetAllDayEndAt(day.AddDate(0, 0, 1))
		e.SetSummary(g.Key + " " + g.Name + ": calibration due")
		e.SetDescription(g.Title + ", last calibrated " + g.Gauge.Calibrated)
		e.SetLocation(g.Where)
		e.SetURL(page(g.Key))
	}
	return []byte(cal.Serialize()), nil
}

// Label returns the label of a pump as an SVG of 70 by 36 mm: the code that
// opens its page, and its tag for people.
func Label(p record.Pump, address string) ([]byte, error) {
	return label(address, p.Tag, p.Name, p.Place, strings.TrimSpace(p.Maker+" "+p.Serial), "Scan: the page of this pump")
}

// GaugeLabel is the same of a gauge: its number, and when it is due.
func GaugeLabel(g record.GaugePage, address string) ([]byte, error) {
	due := ""
	if g.Due != "" {
		due = "Due " + g.Due
	}
	return label(address, g.Key, g.Name, g.Title, due, "Scan: the page of this gauge")
}

// label is a code with a line in large letters and four in small ones.
func label(address, big string, lines ...string) ([]byte, error) {
	path, err := codePath(address, 4, 4, 28)
	if err != nil {
		return nil, err
	}
	var out strings.Builder
	fmt.Fprintf(&out,
		`<svg xmlns="http://www.w3.org/2000/svg" width="70mm" height="36mm" viewBox="0 0 70 36" `+
			`font-family="sans-serif"><rect width="70" height="36" fill="#fff"/>`+
			`<path shape-rendering="crispEdges" d="%s"/>`, path)
	words := func(y, size float64, weight, text string) {
		// The letters of a long tag are drawn closer, not cut.
		fit := ""
		if float64(len([]rune(text)))*size*0.47 > 32 {
			fit = ` textLength="32" lengthAdjust="spacingAndGlyphs"`
		}
		fmt.Fprintf(&out, `<text x="36" y="%.1f" font-size="%.1f" font-weight="%s"%s>%s</text>`, y, size, weight, fit,
			escaped(text))
	}
	words(12, 8, "700", big)
	for i, at := range [][2]float64{{18, 3.6}, {23, 3}, {27.5, 3}, {32, 2.6}} {
		words(at[0], at[1], "400", lines[i])
	}
	out.WriteString("</svg>")
	return []byte(out.String()), nil
}

func escaped(text string) string {
	var b strings.Builder
	_ = xml.EscapeText(&b, []byte(text)) // a Builder does not fail
	return b.String()
}
