//go:build objects

package replica

import (
	"bufio"
	"encoding/xml"
	"io"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"settle/internal/drill"
)

// objects is a store of objects in memory that speaks as much of S3 as a replica needs.
type objects struct {
	mu   sync.Mutex
	all  map[string][]byte
	away bool
	asks map[string]int // method → how often
}

func (o *objects) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	o.mu.Lock()
	defer o.mu.Unlock()
	o.asks[r.Method]++
	if o.away {
		http.Error(w, "away", http.StatusServiceUnavailable)
		return
	}
	bucket, key, _ := strings.Cut(strings.TrimPrefix(r.URL.Path, "/"), "/")
	if bucket != "bucket" || !strings.Contains(r.Header.Get("Authorization"), "AKTEST") {
		http.Error(w, "not here", http.StatusForbidden)
		return
	}
	query := r.URL.Query()
	switch {
	case r.Method == http.MethodPut:
		o.all[key] = sent(r)
		w.Header().Set("ETag", `"kept"`)
	case r.Method == http.MethodPost && query.Has("delete"):
		o.remove(w, r)
	case r.Method == http.MethodDelete:
		delete(o.all, key)
		w.WriteHeader(http.StatusNoContent)
	case query.Has("list-type"):
		o.list(w, query.Get("prefix"), query.Get("start-after"))
	default:
		b, there := o.all[key]
		if !there {
			w.WriteHeader(http.StatusNotFound)
			_, _ = io.WriteString(w, `<Error><Code>NoSuchKey</Code></Error>`)
			return
		}
		http.ServeContent(w, r, key, time.Time{}, strings.NewReader(string(b)))
	}
}

// sent is what a request carries, without the chunks in which the client signs it.
func sent(r *http.Request) []byte {
	if !strings.HasPrefix(r.Header.Get("X-Amz-Content-Sha256"), "STREAMING") {
		b, _ := io.ReadAll(r.Body)
		return b
	}
	var out []byte
	in := bufio.NewReader(r.Body)
	for {
		head, err := in.ReadString('\n')
		if err != nil {
			return out
		}
		size, _, _ := strings.Cut(strings.TrimSpace(head), ";")
		n, err := strconv.ParseInt(size, 16, 64)
		if err != nil || n == 0 {
			_, _ = io.Copy(io.Discard, in)
			return out
		}
		chunk := make([]byte, n+2)
		if _, err := io.ReadFull(in, chunk); err != nil {
			return out
		}
		out = append(out, chunk[:n]...)
	}
}

func (o *objects) list(w http.ResponseWriter, prefix, after string) {
	type object struct {
		Key          string
		Size         int
		LastModified string
	}
	var found struct {
		XMLName     xml.Name `xml:"ListBucketResult"`
		IsTruncated bool
		KeyCount    int
		Contents    []object
	}
	for key, b := range o.all {
		if strings.HasPrefix(key, prefix) && key > after {
			found.Contents = append(found.Contents, object{key, len(b), time.Now().UTC().Format(time.RFC3339)})
		}
	}
	slices.SortFunc(found.Contents, func(a, b object) int { return strings.Compare(a.Key, b.Key) })
	found.KeyCount = len(found.Contents)
	_ = xml.NewEncoder(w).Encode(found)
}

func (o *objects) remove(w http.ResponseWriter, r *http.Request) {
	var asked struct {
		Object []struct{ Key string }
	}
	_ = xml.Unmarshal(sent(r), &asked)
	for _, x := range asked.Object {
		delete(o.all, x.Key)
	}
	_, _ = io.WriteString(w, "<DeleteResult></DeleteResult>")
}

// A shop is kept in a store of objects, which is away for a while, and is restored from it.
func TestAStoreOfObjects(t *testing.T) {
	t.Setenv("AWS_ACCESS_KEY_ID", "AKTEST")
	t.Setenv("AWS_SECRET_ACCESS_KEY", "secret")
	t.Setenv("AWS_REGION", "us-east-1")
	t.Setenv("AWS_CA_BUNDLE", "") // the store here has no certificate
	bucket := &objects{all: map[string][]byte{}, asks: map[string]int{}}
	srv := httptest.NewServer(bucket)
	defer srv.Close()
	to := "s3://bucket/shop?endpoint=" + srv.URL
	s, remark := shop(t)
	r := started(t, s, to)
	for n := range 5 {
		remark(n)
	}
	if err := r.Sync(ctx); err != nil {
		t.Fatal(err)
	}
	away := func(is bool) {
		bucket.mu.Lock()
		bucket.away = is
		bucket.mu.Unlock()
	}
	away(drill.On()) // the client tries for some seconds
	for n := range 5 {
		remark(100 + n)
	}
	time.Sleep(3 * every)
	if st := r.State(ctx); drill.On() && !st.Behind {
		t.Errorf("while it is away it stands %+v", st)
	}
	away(false)
	if err := r.Sync(ctx); err != nil {
		t.Fatal(err)
	}
	if n := remarks(t, to, time.Time{}); n != 10 {
		t.Errorf("%d of 10 are restored", n)
	}
	other := "s3://other/shop?endpoint=" + srv.URL
	if err := Restore(ctx, other, true, time.Time{}, filepath.Join(t.TempDir(), "x.db")); err == nil {
		t.Error("a bucket that is not ours is restored")
	}
	s.Close()
	if err := r.Close(ctx); err != nil {
		t.Error(err)
	}
}
