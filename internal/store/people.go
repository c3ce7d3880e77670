package store

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/cases"
	"golang.org/x/text/unicode/norm"

	"settle/core/field"
	"settle/core/log"
)

// Reader is the role of one who sees and prints, and enters nothing.
const Reader = "reader"

// Account is somebody who may come in, or once could.
type Account struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Role   string `json:"role" enum:"technician,lead,reader"`
	Keeper bool   `json:"keeper,omitempty" doc:"keeps people, devices and copies, beside the role"`
	Gone   string `json:"gone,omitempty" doc:"since when nobody comes in by this name"`
}

// Works says whether the account may enter anything on a job.
func (a Account) Works() bool { return a.Role != Reader && a.Gone == "" }

// Person is the account as an entry names it.
func (a Account) Person() log.Person { return log.Person{ID: a.ID, Name: a.Name, Role: a.Role} }

const accounts = "SELECT id, name, role, keeper, coalesce(gone, '') FROM people"

func scanAccount(rows *sql.Rows) (a Account, err error) {
	return a, rows.Scan(&a.ID, &a.Name, &a.Role, &a.Keeper, &a.Gone)
}

// Accounts lists all who may come in or once could, by name.
func (s *Store) Accounts(ctx context.Context) ([]Account, error) {
	return query(ctx, s.db, scanAccount, accounts+" ORDER BY name")
}

// Account is one of them; of nobody it is a NotFound.
func (s *Store) Account(ctx context.Context, id string) (Account, error) {
	return s.account(ctx, "id", id)
}

// Named is the account of a name, in large or small letters.
func (s *Store) Named(ctx context.Context, name string) (Account, error) {
	all, err := s.Accounts(ctx)
	for _, a := range all {
		if folded(a.Name) == folded(name) {
			return a, err
		}
	}
	return Account{}, cmp.Or(err, error(&NotFound{"person", name}))
}

// folded is a name as it is compared: large and small letters of any script are the same, and so are the
// ways of writing a letter with its mark.
func folded(name string) string {
	return norm.NFC.String(cases.Fold().String(norm.NFC.String(strings.TrimSpace(name))))
}

func (s *Store) account(ctx context.Context, column, value string) (Account, error) {
	all, err := query(ctx, s.db, scanAccount, accounts+" WHERE "+column+" = ?", value)
	if err == nil && len(all) == 0 {
		return Account{}, &NotFound{"person", value}
	}
	if err != nil {
		return Account{}, err
	}
	return all[0], nil
}

// People lists who may be at work, by name.
func (s *Store) People(ctx context.Context) ([]log.Person, error) {
	return query(ctx, s.db, func(rows *sql.Rows) (p log.Person, err error) {
		return p, rows.Scan(&p.ID, &p.Name, &p.Role)
	}, "SELECT id, name, role FROM people WHERE gone IS NULL AND role <> ? ORDER BY name", Reader)
}

// Person returns one of the people. An id of nobody is an error of the field
// "by": it stands for who made an entry.
func (s *Store) Person(ctx context.Context, id string) (log.Person, error) {
	p := log.Person{ID: id}
	err := s.db.QueryRowContext(ctx, "SELECT name, role FROM people WHERE id = ?", id).Scan(&p.Name, &p.Role)
	if errors.Is(err, sql.ErrNoRows) {
		return p, field.Errorf("by", "names %q, who is not on the list of people: choose who is working", id)
	}
	return p, err
}

// check says what is wrong with an account.
func (a *Account) check() error {
	var errs field.Errors
	if a.Name = strings.TrimSpace(a.Name); a.Name == "" || utf8.RuneCountInString(a.Name) > 80 {
		errs.Add("name", errors.New("must be 1 to 80 letters: the name that stands on the build sheet"))
	}
	errs.Add("", field.Plain("name", a.Name, 80))
	if a.Role != "technician" && a.Role != log.Lead && a.Role != Reader {
		errs.Add("role", fmt.Errorf("is %q: write technician, lead or reader", a.Role))
	}
	return errs.Err()
}

// AddPerson adds somebody and returns them with their id.
func (s *Store) AddPerson(ctx context.Context, name, role string) (log.Person, error) {
	a, err := s.AddAccount(ctx, Account{Name: name, Role: role})
	return a.Person(), err
}

// AddAccount adds somebody and returns them with their id.
func (s *Store) AddAccount(ctx context.Context, a Account) (Account, error) {
	if err := a.check(); err != nil {
		return a, err
	}
	if _, err := s.Named(ctx, a.Name); err == nil {
		return a, field.Errorf("name", "%s is on the list already", a.Name)
	}
	return a, s.transaction(ctx, func(tx *sql.Tx) error {
		var n int
		if err := tx.QueryRowContext(ctx, "SELECT count(*) FROM people").Scan(&n); err != nil {
			return err
		}
		a.ID = fmt.Sprintf("p%d", n+1)
		res, err := tx.ExecContext(ctx, "INSERT INTO people (id, name, role, keeper) VALUES (?, ?, ?, ?) "+
			"ON CONFLICT DO NOTHING", a.ID, a.Name, a.Role, a.Keeper)
		return errors.Join(err, taken(res, a.Name))
	})
}

// SetAccount writes what an account may do, and whether its person has gone. Its name stays: it
// stands on sheets. One keeper always stays who can come in.
func (s *Store) SetAccount(ctx context.Context, a Account) error {
	if err := a.check(); err != nil {
		return err
	}
	s.writing.Lock()
	defer s.writing.Unlock()
	return s.transaction(ctx, func(tx *sql.Tx) error {
		var were, left int
		if err := tx.QueryRowContext(ctx, countKeepers).Scan(&were); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE people SET role = ?, keeper = ?, gone = nullif(?, '') WHERE id = ?", a.Role,
			a.Keeper, a.Gone, a.ID); err != nil {
			return err
		}
		if err := tx.QueryRowContext(ctx, countKeepers).Scan(&left); err != nil {
			return err
		}
		if were > 0 && left == 0 {
			return field.Errorf("keeper", "%s is the only keeper who can come in: make somebody else one first", a.Name)
		}
		return nil
	})
}

func taken(res sql.Result, name string) error {
	if res == nil {
		return nil
	}
	if n, err := res.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, field.Errorf("name", "%s is on the list already", name))
	}
	return nil
}

const countKeepers = "SELECT count(DISTINCT people.id) FROM people JOIN secrets ON person = people.id " +
	"WHERE keeper AND gone IS NULL AND kind <> 'code'"

// HasKeeper says whether there is a keeper who can come in.
func (s *Store) HasKeeper(ctx context.Context) (bool, error) {
	var n int
	err := s.db.QueryRowContext(ctx, countKeepers).Scan(&n)
	return n > 0, err
}
