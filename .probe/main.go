package main

import (
	"database/sql"
	"fmt"
	"time"

	_ "modernc.org/sqlite"
)

func main() {
	db, _ := sql.Open("sqlite", "/tmp/big/settle.db")
	var v string
	db.QueryRow("select sqlite_version()").Scan(&v)
	fmt.Println(v)
	_, err := db.Exec("CREATE VIRTUAL TABLE IF NOT EXISTS job_grams USING fts5vocab('job_words','row')")
	fmt.Println(err)
	q := func(sqlt string, args ...any) {
		t := time.Now()
		rows, err := db.Query(sqlt, args...)
		n := 0
		if err != nil {
			fmt.Println(err)
			return
		}
		var last string
		for rows.Next() {
			rows.Scan(&last)
			n++
		}
		fmt.Println(n, last, time.Since(t))
		rows.Close()
	}
	for i := 0; i < 2; i++ {
		q("SELECT term FROM job_grams WHERE term >= 'se' AND term < 'sf'")
		q("SELECT term FROM job_grams WHERE term >= 'zz' AND term < 'z{'")
		q("SELECT doc FROM job_grams WHERE term >= 'qu' AND term < 'qv'")
		q("SELECT count(*) FROM (SELECT 1 FROM job_words WHERE job_words MATCH '\"sea\" OR \"ser\" OR \"sed\" OR \"see\"' LIMIT 2001)")
		q("SELECT count(*) FROM (SELECT 1 FROM job_words WHERE job_words MATCH '\"nosuchthing\"' LIMIT 2001)")
		q("SELECT count(*) FROM (SELECT 1 FROM job_words WHERE job_words MATCH '\"LS-1015\"' LIMIT 2001)")
		q("SELECT number FROM jobs JOIN pumps ON pumps.id=jobs.pump WHERE jobs.id IN (SELECT rowid FROM job_words WHERE job_words MATCH '\"LS-1015\"') ORDER BY changed DESC, jobs.id DESC LIMIT 50")
		q("SELECT number FROM jobs JOIN pumps ON pumps.id=jobs.pump WHERE +jobs.id IN (SELECT rowid FROM job_words WHERE job_words MATCH '\"LS-1015\"') ORDER BY changed DESC, jobs.id DESC LIMIT 50")
		q("SELECT number FROM jobs CROSS JOIN pumps ON pumps.id=jobs.pump WHERE jobs.id IN (SELECT rowid FROM job_words WHERE job_words MATCH '\"LS-1015\"') ORDER BY +changed DESC, jobs.id DESC LIMIT 50")
	}
	db.Exec("DROP TABLE job_grams")
	rows, _ := db.Query("EXPLAIN QUERY PLAN SELECT number FROM jobs CROSS JOIN pumps ON pumps.id=jobs.pump WHERE jobs.id IN (SELECT rowid FROM job_words WHERE job_words MATCH '\"LS-1015\"') ORDER BY +changed DESC, jobs.id DESC LIMIT 50")
	for rows.Next() {
		var a, b, c int
		var s string
		rows.Scan(&a, &b, &c, &s)
		fmt.Println(s)
	}
}
