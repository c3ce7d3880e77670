package demo

import (
	"context"
	"os"
	"path/filepath"
	"sync"

	"settle/internal/signing"
)

// made is the file of the demo shop, made once for all tests of a package.
var made = sync.OnceValues(func() ([]byte, error) {
	dir, err := os.MkdirTemp("", "settle-demo")
	if err != nil {
		return nil, err
	}
	defer os.RemoveAll(dir)
	path := filepath.Join(dir, "settle.db")
	if err := Fill(context.Background(), path, signing.Key{}); err != nil {
		return nil, err
	}
	return os.ReadFile(path)
})

// Copy puts the demo shop at a path. It is made once and copied from then on, as
// tests do.
func Copy(path string) error {
	file, err := made()
	if err != nil {
		return err
	}
	return os.WriteFile(path, file, 0o600)
}
