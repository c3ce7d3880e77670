package report

import (
	"bytes"
	"encoding/json"

	"settle/core/field"
	"settle/internal/signing"
)

// How much of each a file of a job may hold: many times what the longest has.
const (
	mostEntries = 20_000
	mostSheets  = 5_000
	mostPhotos  = 5_000
)

// readWhole reads the file of a job part by part, and stops at the first that cannot be one.
func readWhole(file []byte) (w whole, err error) {
	notOne := field.Errorf("file", "is not JSON of a job: save one from a build sheet")
	dec := json.NewDecoder(bytes.NewReader(file))
	if open, err := dec.Token(); err != nil || open != json.Delim('{') {
		return w, notOne
	}
	parts := map[string]any{"format": &w.Format, "number": &w.Number, "pump": &w.Pump, "plan": &w.Plan,
		"plan_hash": &w.PlanHash, "plan_text": &w.PlanText, "sheet": &w.Sheet}
	for dec.More() {
		name, err := dec.Token()
		if err != nil {
			return w, notOne
		}
		switch name {
		case "log":
			w.Log, err = several[json.RawMessage](dec, mostEntries, "entries")
		case "sheets":
			w.Sheets, err = several[kept](dec, mostSheets, "sheets")
		case "signatures":
			w.Signatures, err = several[signing.Signature](dec, mostSheets, "signatures")
		case "plates":
			w.Plates, err = named[string](dec, mostSheets, "plates")
		case "photos":
			w.Photos, err = named[[]byte](dec, mostPhotos, "pictures")
		default:
			to, known := parts[name.(string)]
			if !known {
				to = new(json.RawMessage)
			}
			err = dec.Decode(to)
		}
		if one, told := err.(*field.Error); told {
			return w, one
		} else if err != nil {
			return w, notOne
		}
	}
	if _, err := dec.Token(); err != nil {
		return w, notOne
	}
	return w, nil
}

// several reads a list, element by element.
func several[T any](dec *json.Decoder, most int, what string) (out []T, err error) {
	open, err := dec.Token()
	if err != nil || open == nil {
		return nil, err
	}
	if open != json.Delim('[') {
		return nil, field.Errorf("file", "holds no list of %s", what)
	}
	for dec.More() {
		if len(out) == most {
			return nil, field.Errorf("file", "holds more than %d %s: this is no job", most, what)
		}
		var one T
		if err := dec.Decode(&one); err != nil {
			return nil, err
		}
		if raw, is := any(one).(json.RawMessage); is && (len(raw) == 0 || raw[0] != '{') {
			return nil, field.Errorf("file", "holds an entry that cannot be read, number %d", len(out)+1)
		}
		out = append(out, one)
	}
	_, err = dec.Token()
	return out, err
}

// named reads an object, element by element.
func named[T any](dec *json.Decoder, most int, what string) (map[string]T, error) {
	open, err := dec.Token()
	if err != nil || open == nil {
		return nil, err
	}
	if open != json.Delim('{') {
		return nil, field.Errorf("file", "holds no %s by their names", what)
	}
	out := map[string]T{}
	for dec.More() {
		if len(out) == most {
			return nil, field.Errorf("file", "holds more than %d %s: this is no job", most, what)
		}
		name, err := dec.Token()
		if err != nil {
			return nil, err
		}
		var one T
		if err := dec.Decode(&one); err != nil {
			return nil, err
		}
		out[name.(string)] = one
	}
	_, err = dec.Token()
	return out, err
}
