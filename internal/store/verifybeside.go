package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"slices"

	"settle/core/record"
)

// papers says which drawing or certificate is not the one that was kept.
func (v *verifier) papers(ctx context.Context) (string, error) {
	if !v.paper {
		return "", nil
	}
	bad, err := query(ctx, v.db, func(rows *sql.Rows) (bad bool, err error) {
		var id string
		var bytes []byte
		err = rows.Scan(&id, &bytes)
		sum := sha256.Sum256(bytes)
		return hex.EncodeToString(sum[:]) != id, err
	}, "SELECT id, bytes FROM papers")
	if slices.Contains(bad, true) {
		return "a drawing or a certificate is not the one that was kept", err
	}
	return "", err
}

// doings says where the record of doings does not hold.
func (v *verifier) doings(ctx context.Context) (string, error) {
	if !v.record {
		return "", nil
	}
	before, line, why := "", 0, ""
	_, err := query(ctx, v.db, func(rows *sql.Rows) (struct{}, error) {
		var d Doing
		var hash sql.NullString
		if err := rows.Scan(&d.At, &d.What, &d.Person, &d.About, &d.Device, &d.Address, &hash); err != nil {
			return struct{}{}, err
		}
		line++
		is, err := d.hash(before)
		if is != hash.String && why == "" {
			why = fmt.Sprintf("line %d of the record was changed after it was kept", line)
		}
		before = hash.String
		v.out.record.hashes = append(v.out.record.hashes, before)
		v.out.record.length = line
		return struct{}{}, err
	}, "SELECT at, what, person, about, device, address, hash FROM doings LEFT JOIN doing_hashes ON doing = doings.id "+
		"ORDER BY doings.id")
	if err != nil || why != "" {
		return why, err
	}
	var hashes int
	if err := v.db.QueryRowContext(ctx, "SELECT count(*) FROM doing_hashes").Scan(&hashes); err != nil {
		return "", err
	}
	if hashes != line {
		return fmt.Sprintf("the record has %d lines, and had %d", line, hashes), nil
	}
	return "", nil
}

// EditedSince says whether the pump's plate or papers were edited since the last signature that covers
// them; false where none does.
func (r *Job) EditedSince() (bool, error) {
	last := ""
	for _, g := range r.Signatures {
		if g.Plate != "" {
			last = r.Plates[g.Plate]
		}
	}
	if last == "" {
		return false, nil
	}
	var was record.Pump
	if err := json.Unmarshal([]byte(last), &was); err != nil {
		return false, err
	}
	var texts [2][]byte
	for i, p := range []record.Pump{was, r.Pump} {
		p.Whole()
		var err error
		if texts[i], err = json.Marshal(p); err != nil {
			return false, err
		}
	}
	return string(texts[0]) != string(texts[1]), nil
}
