package store

import (
	"context"
	"database/sql"
	"maps"
	"slices"
	"strings"
	"sync"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/record"
)

// A job is found by what people typed, which is kept as it was, and by what was found on
// its parts, which is kept as codes: a search looks for the words that those codes have
// today. Both stand in one text, jobs.search, which an index of three letters holds.

// A code stands in that text as three signs that nobody types, so that it is one term of
// the index and no word is found in it: its number, from first on, between two marks.
const (
	mark  = '\uE000'
	first = '\U000F0000'
)

// token is a code as it stands in the text.
func token(id int64) string { return string([]rune{mark, first + rune(id), mark}) }

// typedWords are words as they are kept and looked for: in lower case, one space
// between, none of our own signs.
func typedWords(words ...string) string {
	text := strings.Map(func(r rune) rune {
		if r == mark || r >= first {
			return -1
		}
		return r
	}, strings.ToLower(strings.Join(words, " ")))
	return strings.Join(strings.Fields(text), " ")
}

// jobWords are what a job is found by when it is opened.
func jobWords(number string, p record.Pump, complaint string) string {
	return typedWords(number, p.Plate(), complaint) + " "
}

// codebook knows the codes of findings: the number each is kept by, and the words each
// has today.
type codebook struct {
	mu    sync.Mutex
	plans int               // how many plans it was made from
	words map[string]string // code → its words, in lower case
	ids   map[string]int64  // code → its number; those that no job has are not there
}

// codes returns the codebook, made anew where there are plans that it does not know.
func (s *Store) codes(ctx context.Context) (*codebook, error) {
	s.book.mu.Lock()
	defer s.book.mu.Unlock()
	var n int
	if err := s.db.QueryRowContext(ctx, "SELECT (SELECT count(*) FROM plans) + (SELECT count(*) FROM own_plans)").
		Scan(&n); err != nil {
		return nil, err
	}
	if s.book.words != nil && s.book.plans == n {
		return &s.book, nil
	}
	type row struct {
		code string
		id   int64
	}
	rows, err := query(ctx, s.db, func(rows *sql.Rows) (r row, err error) { return r, rows.Scan(&r.code, &r.id) },
		"SELECT code, id FROM codes")
	if err != nil {
		return nil, err
	}
	ids := make(map[string]int64, len(rows))
	for _, r := range rows {
		ids[r.code] = r.id
	}
	words, err := s.wordsOfCodes(ctx, ids)
	if err != nil {
		return nil, err
	}
	s.book.plans, s.book.ids, s.book.words = n, ids, words
	return &s.book, nil
}

// wordsOfCodes are those of the plans in use; a code that none of them has keeps the
// words of the plan it was entered under.
func (s *Store) wordsOfCodes(ctx context.Context, ids map[string]int64) (map[string]string, error) {
	plans, err := s.Plans(ctx)
	if err != nil {
		return nil, err
	}
	words := map[string]string{}
	add := func(p *plan.Plan) {
		for code, text := range job.FindingWords(p) {
			if text = typedWords(text); !strings.Contains(words[code], text) {
				words[code] += text + "\n"
			}
		}
	}
	for _, p := range plans {
		add(p)
	}
	known := true
	for code := range ids {
		known = known && words[code] != ""
	}
	if known {
		return words, nil
	}
	hashes, err := query(ctx, s.db, func(rows *sql.Rows) (h string, err error) { return h, rows.Scan(&h) },
		"SELECT hash FROM plans ORDER BY hash")
	if err != nil {
		return nil, err
	}
	for _, hash := range hashes {
		if p, err := s.plan(ctx, hash); err == nil { // one that cannot be read has no words
			for code, text := range job.FindingWords(p) {
				if words[code] == "" {
					words[code] = typedWords(text) + "\n"
				}
			}
		}
	}
	return words, nil
}

// having are the codes, as tokens, whose words have a word in them.
func (b *codebook) having(word string) map[string]bool {
	b.mu.Lock()
	defer b.mu.Unlock()
	out := map[string]bool{}
	for code, id := range b.ids {
		if strings.Contains(b.words[code], word) {
			out[token(id)] = true
		}
	}
	return out
}

// said is what an entry adds to what its job is found by, with its codes as tokens.
func (s *Store) said(ctx context.Context, tx *sql.Tx, p *plan.Plan, e *log.Entry) (string, error) {
	words, codes := job.SearchedBy(p, e)
	text := typedWords(words...)
	if text != "" {
		text += " " // so that its last two letters begin three
	}
	for _, code := range codes {
		id, err := s.codeID(ctx, tx, code)
		if err != nil {
			return "", err
		}
		text += token(id)
	}
	return text, nil
}

// words are all that a job is found by.
func (s *Store) words(ctx context.Context, tx *sql.Tx, r *Job) (string, error) {
	text := jobWords(r.Number, r.Pump, r.Log[0].Open.Complaint)
	for i := range r.Log {
		more, err := s.said(ctx, tx, r.Plan, &r.Log[i])
		if err != nil {
			return "", err
		}
		if !strings.Contains(text, more) {
			text += more
		}
	}
	return text, nil
}

// codeID is the number of a code, a new one where it has none.
func (s *Store) codeID(ctx context.Context, tx *sql.Tx, code string) (id int64, err error) {
	s.book.mu.Lock()
	defer s.book.mu.Unlock()
	if id, known := s.book.ids[code]; known {
		return id, nil
	}
	err = tx.QueryRowContext(ctx, "INSERT INTO codes (code) VALUES (?1) ON CONFLICT (code) DO UPDATE SET code = ?1 "+
		"RETURNING id", code).Scan(&id)
	s.book.words = nil // to be made anew once this is written
	return id, err
}

// rare is up to how many jobs the index is asked for: beyond, a page is found sooner
// by looking from the top.
const rare = 2000

// few is up to how many the index lists at once.
const few = 200

// glanced is how many jobs are looked through before the index is asked: a common word
// fills a page from them.
const glanced = 200

// search is what jobs are looked for by: all of its words.
type search struct{ words []wanted }

// wanted is a word, with the codes that have it in their words today.
type wanted struct {
	word  string
	codes map[string]bool // as tokens
}

func (w wanted) short() bool { return len([]rune(w.word)) < 3 }

func (s *Store) search(ctx context.Context, words string) (q search, err error) {
	list := strings.Fields(typedWords(words))
	if len(list) == 0 {
		return q, nil
	}
	book, err := s.codes(ctx)
	if err != nil {
		return q, err
	}
	for _, word := range list {
		q.words = append(q.words, wanted{word, book.having(word)})
	}
	return q, nil
}

// match is a search as the index is asked for it, "" where it cannot have a job.
func (s *Store) match(ctx context.Context, q search) (string, error) {
	var match []string
	for _, w := range q.words {
		terms, err := []string{w.word}, error(nil)
		if w.short() {
			if terms, err = s.beginning(ctx, w.word); err != nil {
				return "", err
			}
		}
		terms = append(terms, slices.Sorted(maps.Keys(w.codes))...)
		if len(terms) == 0 {
			return "", nil
		}
		for i, t := range terms {
			terms[i] = `"` + strings.ReplaceAll(t, `"`, `""`) + `"`
		}
		match = append(match, "("+strings.Join(terms, " OR ")+")")
	}
	return strings.Join(match, " AND "), nil
}

// hits are the jobs that the index has for a match, so many at the most.
func (s *Store) hits(ctx context.Context, match string, most int) ([]any, error) {
	return query(ctx, s.db, func(rows *sql.Rows) (id any, err error) { return id, rows.Scan(&id) },
		"SELECT rowid FROM job_words WHERE job_words MATCH ? LIMIT ?", match, most)
}

// count is how many they are, one more than rare at the most.
func (s *Store) count(ctx context.Context, match string) (n int, err error) {
	err = s.db.QueryRowContext(ctx, "SELECT count(*) FROM (SELECT 1 FROM job_words WHERE job_words MATCH ? LIMIT ?)",
		match, rare+1).Scan(&n)
	return n, err
}

// in reports whether the text of a job has all the words.
func (q search) in(text string) bool {
	for _, w := range q.words {
		if !strings.Contains(text, w.word) && !w.coded(text) {
			return false
		}
	}
	return true
}

// coded reports whether one of the codes of a word is in a text.
func (w wanted) coded(text string) bool {
	const long = len(string(mark) + string(first) + string(mark))
	for len(w.codes) > 0 {
		at := strings.IndexRune(text, mark)
		if at < 0 || at+long > len(text) {
			return false
		}
		if w.codes[text[at:at+long]] {
			return true
		}
		text = text[at+long:]
	}
	return false
}

// beginning are the terms of the index that begin with a word of one letter or two.
func (s *Store) beginning(ctx context.Context, word string) ([]string, error) {
	end := []rune(word)
	end[len(end)-1]++
	return query(ctx, s.db, func(rows *sql.Rows) (t string, err error) { return t, rows.Scan(&t) },
		"SELECT term FROM job_terms WHERE term >= ? AND term < ?", word, string(end))
}
