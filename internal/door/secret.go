package door

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/base64"
	"encoding/hex"
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"

	zxcvbn "github.com/ccojocar/zxcvbn-go"
	"golang.org/x/crypto/argon2"

	"settle/internal/store"
)

// The cost of a hash: RFC 9106 and the advice of OWASP for machines with little memory.
const (
	hashMemory = 19 * 1024 // KiB
	hashTime   = 2
	hashLength = 32
)

// hash is a secret as it is kept, in the form that other programs read too.
func (d *Door) hash(ctx context.Context, secret string) (string, error) {
	salt := make([]byte, 16)
	if _, err := rand.Read(salt); err != nil {
		return "", err
	}
	sum, err := d.argon(ctx, secret, salt)
	b64 := base64.RawStdEncoding.EncodeToString
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=1$%s$%s", argon2.Version, hashMemory, hashTime, b64(salt),
		b64(sum)), err
}

// right says whether a secret is the one that was hashed. Against no hash it takes as long, so
// that nobody learns from the time who has an account.
func (d *Door) right(ctx context.Context, secret, hashed string) (bool, error) {
	parts := strings.Split(hashed, "$")
	if len(parts) != 6 {
		_, err := d.argon(ctx, secret, make([]byte, 16))
		return false, err
	}
	salt, err := base64.RawStdEncoding.DecodeString(parts[4])
	if err != nil {
		return false, fmt.Errorf("a hash that is kept cannot be read: %w", err)
	}
	sum, err := d.argon(ctx, secret, salt)
	if err != nil {
		return false, err
	}
	return subtle.ConstantTimeCompare([]byte(base64.RawStdEncoding.EncodeToString(sum)), []byte(parts[5])) == 1, nil
}

// argon waits for its turn: a hash takes 19 MiB, so one is worked out at a time, and work goes on beside it.
func (d *Door) argon(ctx context.Context, secret string, salt []byte) ([]byte, error) {
	select {
	case d.hashing <- struct{}{}:
		defer func() { <-d.hashing }()
	case <-ctx.Done():
		return nil, ctx.Err()
	}
	return argon2.IDKey([]byte(secret), salt, hashTime, hashMemory, 1, hashLength), nil
}

// Letters of codes: none that is taken for another, and no vowels, so that no words come of them.
const letters = "BCDFGHJKLMNPQRSTVWXZ"

// code is eight letters by chance, about 34 bits.
func code() string {
	var b strings.Builder
	for b.Len() < 8 {
		var one [1]byte
		_, _ = rand.Read(one[:]) // never fails
		if n := int(one[0]); n < 240 {
			b.WriteByte(letters[n%len(letters)])
		}
	}
	return b.String()
}

// typedCode is a code as somebody types it: in small letters, with spaces or a dash.
func typedCode(s string) string {
	return strings.NewReplacer(" ", "", "-", "", "·", "").Replace(strings.ToUpper(s))
}

// digest is how a token by chance is kept: it holds too much chance to be guessed from it.
func digest(token string) string {
	sum := sha256.Sum256([]byte(token))
	return hex.EncodeToString(sum[:])
}

// How much chance a secret is to hold, in bits (zxcvbn, whose lists of the commonest ship with it). Whoever
// guesses waits, so a PIN, which is typed with gloves, may be shorter.
const (
	bitsPassphrase = 28
	bitsPIN        = 8
)

// Fit says why a secret that somebody chooses is none, nil where it is one. Name is the person's.
func Fit(kind store.SecretKind, secret, name string) error {
	about := append(
		strings.FieldsFunc(name, func(r rune) bool { return !unicode.IsLetter(r) }),
		name,
		"settle",
		"pump",
		"shop",
	)
	if kind == store.PIN {
		return fitPIN(secret, about)
	}
	seen := map[rune]bool{}
	for _, r := range secret {
		seen[r] = true
	}
	switch n := utf8.RuneCountInString(secret); {
	case n < 12:
		return fmt.Errorf("has %d letters: a passphrase has 12 or more, such as four words", n)
	case len(secret) > 200:
		return fmt.Errorf("is longer than 200 letters")
	case len(seen) < 5 || zxcvbn.PasswordStrength(secret, about).Entropy < bitsPassphrase:
		return fmt.Errorf("is too easily guessed: write four words that have nothing to do with each other or with you")
	}
	return nil
}

func fitPIN(pin string, about []string) error {
	for _, r := range pin {
		if r < '0' || r > '9' {
			return fmt.Errorf("is not all digits: a PIN is 6 to 12 digits")
		}
	}
	switch {
	case len(pin) < 6 || len(pin) > 12:
		return fmt.Errorf("has %d digits: a PIN has 6 to 12", len(pin))
	case zxcvbn.PasswordStrength(pin, about).Entropy < bitsPIN:
		return fmt.Errorf("is too easily guessed: write digits that neither follow each other nor come again")
	}
	return nil
}
