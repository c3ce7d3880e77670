package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"fmt"

	"settle/core/job"
)

// Broken is a job in which something is not as it was kept.
type Broken struct {
	Number string
	Why    string
}

// Verify checks a shop's file, of this Settle or of an older one: the file itself, the chain of
// hashes of every job over the lines as they are kept, the sheets kept with its
// signatures, and its pictures. It changes nothing, and the shop may be open.
func Verify(ctx context.Context, path string) (checked int, broken []Broken, err error) {
	db, err := openToRead(path)
	if err != nil {
		return 0, nil, err
	}
	defer db.Close()
	if err := integrity(ctx, db); err != nil {
		return 0, nil, err
	}
	type kept struct {
		id     int64
		number string
	}
	jobs, err := query(ctx, db, func(rows *sql.Rows) (k kept, err error) { return k, rows.Scan(&k.id, &k.number) },
		"SELECT id, number FROM jobs ORDER BY id")
	if err != nil {
		return 0, nil, fmt.Errorf("%s is not a shop's file: %w", path, err)
	}
	sheets, err := hasTable(ctx, db, "sheets")
	if err != nil {
		return 0, nil, err
	}
	signed, err := hasTable(ctx, db, "signatures")
	if err != nil {
		return 0, nil, err
	}
	for _, j := range jobs {
		why, err := verifyJob(ctx, db, j.id, sheets, signed)
		if err != nil {
			return checked, broken, fmt.Errorf("%s: %w", j.number, err)
		}
		checked++
		if why != "" {
			broken = append(broken, Broken{j.number, why})
		}
	}
	return checked, broken, nil
}

// verifyJob says what is wrong with a job, "" where nothing is.
func verifyJob(ctx context.Context, db *sql.DB, id int64, sheets, signed bool) (string, error) {
	seq, unreadable := 0, 0
	log, err := query(ctx, db, func(rows *sql.Rows) (job.Entry, error) {
		var line []byte
		var at int
		var id string
		if err := rows.Scan(&at, &id, &line); err != nil {
			return job.Entry{}, err
		}
		seq++
		e, err := job.ReadLine(line)
		if (err != nil || e.ID != id || e.Seq != at) && unreadable == 0 {
			unreadable = seq
		}
		return e, nil
	}, "SELECT seq, id, line FROM entries WHERE job = ? ORDER BY seq", id)
	if err != nil {
		return "", err
	}
	if bad := job.Verify(log); bad != 0 || unreadable != 0 {
		return fmt.Sprintf("entry %d was changed after it was kept", max(bad, unreadable)), nil
	}
	var kept []job.KeptSheet
	if sheets {
		kept, err = query(ctx, db, scanSheet, "SELECT seq, hash, later, gzip FROM sheets WHERE job = ? ORDER BY seq", id)
		if err != nil {
			return "a sheet kept with it cannot be read", nil
		}
	}
	if why := job.VerifySheets(log, kept); why != "" {
		return why, nil
	}
	if signed {
		all, err := signaturesOf(ctx, db, id)
		if err != nil {
			return "", err
		}
		if err := VerifySignatures(log, all); err != nil {
			return err.Error(), nil
		}
	}
	return verifyPhotos(ctx, db, id)
}

func verifyPhotos(ctx context.Context, db *sql.DB, id int64) (string, error) {
	if there, err := hasTable(ctx, db, "photos"); err != nil || !there {
		return "", err
	}
	bad, err := query(ctx, db, func(rows *sql.Rows) (bool, error) {
		var name string
		var jpeg []byte
		err := rows.Scan(&name, &jpeg)
		sum := sha256.Sum256(jpeg)
		return hex.EncodeToString(sum[:]) != name, err
	}, "SELECT id, bytes FROM photos WHERE job = ?", id)
	for _, b := range bad {
		if b {
			return "a picture is not the one that was kept", err
		}
	}
	return "", err
}

// hasTable tells an older file, which does not have it.
func hasTable(ctx context.Context, db *sql.DB, name string) (bool, error) {
	var n int
	err := db.QueryRowContext(ctx, "SELECT count(*) FROM sqlite_master WHERE name = ?", name).Scan(&n)
	return n > 0, err
}
