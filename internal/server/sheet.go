package server

import (
	"context"
	"fmt"

	"settle/core/job"
	"settle/core/sheet"
	"settle/internal/report"
	"settle/internal/signing"
	"settle/internal/store"
)

// PaperView is the build sheet as rows, with what stands beside them.
type PaperView struct {
	sheet.Paper
	Head sheet.Head `json:"head"`
	Mark *MarkView  `json:"mark,omitempty" doc:"the signature by the shop's key, where there is one"`
}

// MarkView is a signature by a shop's key, as it stands on paper.
type MarkView struct {
	Whose string `json:"whose" doc:"by whose key, in words"`
	Sheet string `json:"sheet" doc:"beginning of the hash that is signed"`
	Key   string `json:"key" doc:"fingerprint of the key"`
	QR    string `json:"qr" doc:"all of it as a code, in SVG"`
	// Edited is told of the sheet as it stands now.
	Edited bool `json:"edited,omitempty" doc:"the pump's plate or papers were edited since it was signed"`
}

// mark is the signature of a sheet by a shop's key; nil where there is none.
func (s *server) mark(ctx context.Context, r *store.Job, as int) (*MarkView, error) {
	m, ok := r.SignedBy(as)
	if !ok {
		return nil, nil
	}
	whose, err := s.whose(ctx, r, as)
	if err != nil {
		return nil, err
	}
	edited, err := r.EditedSince()
	if err != nil {
		return nil, err
	}
	code, err := report.Code(m.String())
	return &MarkView{whose, signing.Short(m.Hash), m.Key(), code, edited && as == 0}, err
}

// whose says by whose key a sheet is signed; "" where by none.
func (s *server) whose(ctx context.Context, r *store.Job, as int) (string, error) {
	m, ok := r.SignedBy(as)
	if !ok {
		return "", nil
	}
	k, err := s.store.Key(ctx, m.Public)
	return report.WhoseKey(k, m.Signature), err
}

func (s *server) getSheet(ctx context.Context, in *struct {
	JobPath
	As int `query:"as" doc:"number of an entry: the sheet that was kept with it"`
}) (*body[PaperView], error) {
	r, whole, err := s.sheetAs(ctx, in.Number, in.As)
	if err != nil {
		return nil, err
	}
	m, err := s.mark(ctx, r, in.As)
	return &body[PaperView]{PaperView{*sheet.PaperOf(whole), sheet.HeadOf(r.Job, whole), m}}, err
}

// sheetAs is a job and the sheet to show of it, or the one that was kept with an entry.
func (s *server) sheetAs(ctx context.Context, number string, as int) (*store.Job, *job.Sheet, error) {
	r, err := s.store.Job(ctx, number)
	if err != nil {
		return nil, nil, err
	}
	if as != 0 {
		whole, err := keptWith(r, as)
		return r, whole, err
	}
	whole, err := job.Show(r.Job)
	return r, whole, err
}

// keptWith is the sheet that was kept with an entry.
func keptWith(r *store.Job, seq int) (*job.Sheet, error) {
	for _, k := range r.Kept {
		if k.Seq == seq {
			return k.Sheet()
		}
	}
	return nil, &store.NotFound{What: "sheet kept with entry", Key: fmt.Sprint(seq)}
}
