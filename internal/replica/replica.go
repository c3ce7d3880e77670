// Package replica keeps a shop's file a second time, elsewhere and all the while: in a folder,
// such as that of a second disk or of a NAS, or in a store of objects. The Litestream library
// does the work; it ships what was written as it was written, so that a disk which dies takes
// a moment with it and not a day.
package replica

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/benbjohnson/litestream"
	"github.com/benbjohnson/litestream/file"

	"settle/internal/store"
)

// How often what was written is looked for and shipped: at most so much is lost.
const every = 250 * time.Millisecond

// How long what was shipped is kept: so far back can be restored to a moment.
const (
	keepSnapshots = 7 * 24 * time.Hour
	snapshots     = 24 * time.Hour
)

// Replica is the second place of a shop's file.
type Replica struct {
	To    string
	Clear bool // what goes there can be read on the way
	db    *litestream.DB
	store *litestream.Store
}

// State is how a replica stands.
type State struct {
	To     string    `json:"to" doc:"where it is"`
	Clear  bool      `json:"clear,omitempty" doc:"it goes there without TLS: who stands between reads the shop's file"`
	Synced time.Time `json:"synced,omitzero" doc:"when all that was written was there for the last time"`
	Behind bool      `json:"behind,omitempty" doc:"something written is not there yet"`
	Wrong  string    `json:"wrong,omitempty" doc:"why it is not"`
}

// Start begins to keep the file a second time. To is a folder, or an address such as
// s3://bucket/shop?endpoint=host:9000, to which it goes by TLS unless insecure is said. The shop is to
// be open already, and closed before the replica is.
func Start(ctx context.Context, shop, to string, insecure bool) (*Replica, error) {
	client, err := clientOf(to, insecure)
	if err != nil {
		return nil, err
	}
	db := litestream.NewDB(shop)
	db.MonitorInterval = every
	r := litestream.NewReplicaWithClient(db, client)
	r.SyncInterval = every
	db.Replica = r
	if files, is := client.(*file.ReplicaClient); is {
		files.Replica = r
	}
	db.SetLogger(slog.Default().With("replica", to))
	s := litestream.NewStore([]*litestream.DB{db}, litestream.CompactionLevels{{Level: 0},
		{Level: 1, Interval: 30 * time.Second}, {Level: 2, Interval: 5 * time.Minute}})
	s.SnapshotInterval, s.SnapshotRetention = snapshots, keepSnapshots
	if err := s.Open(ctx); err != nil {
		return nil, fmt.Errorf("the replica in %s cannot be begun: %w", to, err)
	}
	return &Replica{to, insecure && strings.HasPrefix(to, "s3://"), db, s}, nil
}

// clientOf is what reaches a folder or an address.
func clientOf(to string, insecure bool) (litestream.ReplicaClient, error) {
	if !strings.Contains(to, "://") {
		folder, err := filepath.Abs(to)
		if err != nil {
			return nil, err
		}
		return file.NewReplicaClient(folder), nil
	}
	if strings.HasPrefix(to, "file://") {
		return file.NewReplicaClient(strings.TrimPrefix(to, "file://")), nil
	}
	if !strings.HasPrefix(to, "s3://") {
		return nil, fmt.Errorf("%q is no place for a replica: write a folder, or an address such as s3://bucket/shop", to)
	}
	address, err := checked(to, insecure)
	if err != nil {
		return nil, err
	}
	if !Objects {
		return nil, errors.New("this program was built without the client for stores of objects: build it by make build, " +
			"or name a folder")
	}
	return litestream.NewReplicaClientFromURL(address)
}

// checked is the address of a store of objects, by TLS where it says nothing of that. The shop's file
// goes there, with the hashes of PINs and passphrases in it: in clear only where that was asked for.
// Secrets do not belong into an address, which stands in lists of processes and on pages.
func checked(to string, insecure bool) (string, error) {
	u, err := url.Parse(to)
	if err != nil {
		return "", fmt.Errorf("%q is no address of a place for a replica: write one such as s3://bucket/shop", to)
	}
	q := u.Query()
	if u.User != nil || q.Has("accessKeyId") || q.Has("access-key-id") || q.Has("secretAccessKey") ||
		q.Has("secret-access-key") {
		return "", errors.New("the address of the replica has a key in it, which everybody sees who sees the address: set " +
			"AWS_ACCESS_KEY_ID and AWS_SECRET_ACCESS_KEY instead, and take it out")
	}
	if skips, _ := litestream.BoolQueryValue(q, "skipVerify", "skip-verify"); skips && !insecure {
		return "", errors.New("the address of the replica leaves out to look at whose certificate it is: take skipVerify " +
			"out of it, or say --replica-insecure")
	}
	at := q.Get("endpoint")
	switch {
	case at == "" || strings.HasPrefix(at, "https://"):
		return to, nil
	case insecure:
		if !strings.Contains(at, "://") {
			q.Set("endpoint", "http://"+at)
		}
	case strings.HasPrefix(at, "http://"):
		return "", errors.New("the address of the replica has an endpoint without TLS, and who stands between would read " +
			"the shop's file: write https://, or say --replica-insecure")
	default:
		q.Set("endpoint", "https://"+at)
	}
	u.RawQuery = q.Encode()
	return u.String(), nil
}

// Close ships what is left and ends. The shop is closed before.
func (r *Replica) Close(ctx context.Context) error { return r.store.Close(ctx) }

// Sync ships what was written until now, and waits until it is there.
func (r *Replica) Sync(ctx context.Context) error { return r.db.SyncAndWait(ctx) }

// State is how it stands.
func (r *Replica) State(ctx context.Context) State {
	s := State{To: r.To, Clear: r.Clear, Synced: r.db.LastSuccessfulSyncAt()}
	now, err := r.db.SyncStatus(ctx)
	switch {
	case err != nil:
		s.Behind, s.Wrong = true, err.Error()
	case !now.InSync:
		s.Behind = true
	}
	return s
}

// Restore makes a shop's file of a replica, as it stood last or at a moment, and verifies it.
// The file must not be there yet; where anything is wrong it is not there afterwards either.
func Restore(ctx context.Context, from string, insecure bool, at time.Time, shop string) (err error) {
	if _, err := os.Stat(shop); !errors.Is(err, fs.ErrNotExist) {
		return fmt.Errorf("%s is there already: a replica is not restored over a shop, move it away first", shop)
	}
	client, err := clientOf(from, insecure)
	if err != nil {
		return err
	}
	how := litestream.NewRestoreOptions()
	how.OutputPath, how.Timestamp = shop, at
	if err := litestream.NewReplicaWithClient(nil, client).Restore(ctx, how); err != nil {
		return fmt.Errorf("restoring from %s: %w: try an earlier moment with --at, or restore a copy", from, err)
	}
	defer func() {
		if err != nil {
			err = errors.Join(err, os.Remove(shop))
		}
	}()
	if err := os.Chmod(shop, 0o600); err != nil {
		return err
	}
	checked, broken, err := store.Verify(ctx, shop)
	if err != nil {
		return err
	}
	if len(broken) > 0 {
		return fmt.Errorf("%d of %d restored jobs do not hold, the first is %s: %s", len(broken), checked, broken[0].Number,
			broken[0].Why)
	}
	return nil
}
