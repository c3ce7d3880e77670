package job

import "settle/core/kind"

// What the tests look at beside what the package gives away.
var (
	ReaderOf = readerOf
	SumOf    = sumOf
	KitOf    = kitState
)

const (
	MaxName = maxName
)

func ScaleOf(j Job) kind.Scale { return derive(j).scale }
func Forget(m *Memo)           { m.last = nil }
