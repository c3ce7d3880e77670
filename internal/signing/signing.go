// Package signing signs what a shop's people have signed with the shop's own key (Ed25519, RFC
// 8032), so that a sheet can be held against the key on any machine, without the shop.
package signing

import (
	"crypto/ed25519"
	"crypto/rand"
	"crypto/sha256"
	"crypto/x509"
	"encoding/base64"
	"encoding/hex"
	"encoding/pem"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"strconv"
	"strings"
)

// Key is a shop's own. The zero Key signs nothing.
type Key struct{ private ed25519.PrivateKey }

// Open reads the key of a shop, or makes one where there is none.
func Open(path string) (k Key, made bool, err error) {
	text, err := os.ReadFile(path)
	if errors.Is(err, fs.ErrNotExist) {
		k, err = create(path)
		return k, true, err
	}
	if err != nil {
		return k, false, fmt.Errorf("reading the shop's key: %w", err)
	}
	block, _ := pem.Decode(text)
	if block == nil {
		return k, false, unusable(path)
	}
	private, err := x509.ParsePKCS8PrivateKey(block.Bytes)
	key, ok := private.(ed25519.PrivateKey)
	if err != nil || !ok {
		return k, false, unusable(path)
	}
	return Key{key}, false, nil
}

func unusable(path string) error {
	return fmt.Errorf("%s is not a key of a shop: put the right one there, or move it away, and Settle makes a new one",
		path)
}

func create(path string) (Key, error) {
	_, private, err := ed25519.GenerateKey(rand.Reader)
	if err != nil {
		return Key{}, err
	}
	der, err := x509.MarshalPKCS8PrivateKey(private)
	if err != nil {
		return Key{}, err
	}
	f, err := os.OpenFile(path, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if err != nil {
		return Key{}, fmt.Errorf("making the shop's key: %w", err)
	}
	err = pem.Encode(f, &pem.Block{Type: "PRIVATE KEY", Bytes: der})
	return Key{private}, errors.Join(err, f.Sync(), f.Close())
}

// None says whether there is no key.
func (k Key) None() bool { return k.private == nil }

// Public is the half that anybody may have.
func (k Key) Public() []byte { return k.private.Public().(ed25519.PublicKey) }

// Sign signs the hash of an entry, which is the head of the chain up to it.
func (k Key) Sign(hash string) []byte { return ed25519.Sign(k.private, message(hash)) }

// message is what is signed: the head of a chain, and what it is.
func message(hash string) []byte { return []byte("settle-signature/1\n" + hash + "\n") }

// Signature is one of an entry.
type Signature struct {
	Seq       int    `json:"seq" doc:"number of the entry"`
	Public    []byte `json:"public" doc:"the shop's public key, 32 bytes"`
	Signature []byte `json:"signature" doc:"Ed25519, 64 bytes"`
}

// Good says whether it is of a hash, by the key it names.
func (s Signature) Good(hash string) bool {
	return len(s.Public) == ed25519.PublicKeySize && ed25519.Verify(s.Public, message(hash), s.Signature)
}

// Fingerprint is a public key as people compare it: the first 64 bits of its SHA-256.
func Fingerprint(public []byte) string {
	sum := sha256.Sum256(public)
	return Short(hex.EncodeToString(sum[:]))
}

// Short is the beginning of a hash, for people: 16 digits in fours.
func Short(hash string) string {
	var parts []string
	for i := 0; i+4 <= min(len(hash), 16); i += 4 {
		parts = append(parts, strings.ToUpper(hash[i:i+4]))
	}
	return strings.Join(parts, " ")
}

// mark begins what stands in the code on a sheet.
const mark = "SETTLE1"

// Mark is what stands in the code on a sheet: job, entry, head of the chain, key and signature.
type Mark struct {
	Job  string
	Hash string
	Signature
}

// String is the mark as it stands in the code.
func (m Mark) String() string {
	b64 := base64.RawURLEncoding.EncodeToString
	return strings.Join([]string{mark, m.Job, strconv.Itoa(m.Seq), m.Hash, b64(m.Public), b64(m.Signature.Signature)}, " ")
}

// ReadMark reads what was scanned off a sheet.
func ReadMark(text string) (m Mark, err error) {
	parts := strings.Fields(text)
	if len(parts) != 6 || parts[0] != mark {
		return m, fmt.Errorf("is not what stands in the code of a sheet: it begins with %s and has six parts", mark)
	}
	m.Job, m.Hash = parts[1], parts[3]
	b64 := base64.RawURLEncoding.DecodeString
	var errs [3]error
	m.Seq, errs[0] = strconv.Atoi(parts[2])
	m.Public, errs[1] = b64(parts[4])
	m.Signature.Signature, errs[2] = b64(parts[5])
	if errors.Join(errs[:]...) != nil {
		return m, fmt.Errorf("is damaged: scan the code again")
	}
	return m, nil
}
