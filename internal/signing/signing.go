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
	"regexp"
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

// What a signature covers, by its format. Format 1: the head of the chain, and no more.
const (
	headOnly = 1
	format   = 2
)

// Signature is one of an entry.
type Signature struct {
	Seq       int    `json:"seq" doc:"number of the entry"`
	Public    []byte `json:"public" doc:"the shop's public key, 32 bytes"`
	Signature []byte `json:"signature" doc:"Ed25519, 64 bytes"`
	// What is signed beside the head of the chain, from format 2 on.
	Format int    `json:"format,omitempty" doc:"missing is 1"`
	Number string `json:"number,omitempty" doc:"of the job, as it was signed"`
	From   int    `json:"from,omitempty" doc:"the first entry that is the signing shop's own"`
	Plate  string `json:"plate,omitempty" doc:"SHA-256 of the pump's plate and papers as they stood"`
}

// Sign signs the head of a chain, which is the hash of its last entry, with what s says of it.
func (k Key) Sign(s Signature, hash string) Signature {
	s.Format, s.Public = format, k.Public()
	s.Signature = ed25519.Sign(k.private, s.message(hash))
	return s
}

// message is what is signed, to the byte: docs/files.md.
func (s Signature) message(hash string) []byte {
	if s.format() == headOnly {
		return []byte("settle-signature/1\n" + hash + "\n")
	}
	return fmt.Appendf(nil, "settle-signature/2\njob %s\nentry %d\nfrom %d\nhash %s\nplate %s\n", s.Number, s.Seq, s.From,
		hash, s.Plate)
}

func (s Signature) format() int { return max(s.Format, headOnly) }

// Good says whether it is of a hash, by the key it names.
func (s Signature) Good(hash string) bool {
	return s.format() <= format && len(s.Public) == ed25519.PublicKeySize &&
		ed25519.Verify(s.Public, s.message(hash), s.Signature)
}

// Key is the fingerprint of its key, as long as it was in the day of its format: a sheet of then reads
// the same.
func (s Signature) Key() string {
	if s.format() == headOnly {
		return Short(sumOf(s.Public))
	}
	return Fingerprint(s.Public)
}

// Plate is how a pump's plate and papers stand in a signature: the SHA-256 of their text.
func Plate(text []byte) string { return sumOf(text) }

func sumOf(b []byte) string {
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:])
}

// Fingerprint is a public key as people compare it: the first 128 bits of its SHA-256.
func Fingerprint(public []byte) string { return inFours(sumOf(public), 32) }

// Short is the beginning of a hash, for people: 16 digits in fours.
func Short(hash string) string { return inFours(hash, 16) }

func inFours(hash string, digits int) string {
	var parts []string
	for i := 0; i+4 <= min(len(hash), digits); i += 4 {
		parts = append(parts, strings.ToUpper(hash[i:i+4]))
	}
	return strings.Join(parts, " ")
}

// Is says whether a public key is the one that a fingerprint was asked for: 16 digits of an older
// Settle, 32, or all 64; spaces and the size of letters do not count.
func Is(public []byte, asked string) bool {
	asked = strings.ToLower(strings.Join(strings.Fields(asked), ""))
	n := len(asked)
	return (n == 16 || n == 32 || n == 64) && strings.HasPrefix(sumOf(public), asked)
}

// What begins what stands in the code on a sheet, by the format of its signature.
const (
	markHead = "SETTLE1"
	markAll  = "SETTLE2"
)

// Mark is what stands in the code on a sheet: job, entry, head of the chain, key and signature.
type Mark struct {
	Job  string
	Hash string
	Signature
}

// String is the mark as it stands in the code.
func (m Mark) String() string {
	b64 := base64.RawURLEncoding.EncodeToString
	parts := []string{markHead, m.Job, strconv.Itoa(m.Seq), m.Hash, b64(m.Public), b64(m.Signature.Signature)}
	if m.format() > headOnly {
		parts = []string{markAll, m.Number, strconv.Itoa(m.Seq), m.Hash, b64(m.Public), b64(m.Signature.Signature),
			strconv.Itoa(m.From), m.Plate}
	}
	return strings.Join(parts, " ")
}

var isHash = regexp.MustCompile("^[0-9a-f]{64}$")

// ReadMark reads what was scanned off a sheet.
func ReadMark(text string) (m Mark, err error) {
	parts := strings.Fields(text)
	first := len(parts) == 6 && parts[0] == markHead
	if !first && !(len(parts) == 8 && parts[0] == markAll) {
		return m, fmt.Errorf("is not what stands in the code of a sheet: it begins with %s and has eight parts, or with %s "+
			"and has six", markAll, markHead)
	}
	m.Job, m.Hash = parts[1], parts[3]
	b64 := base64.RawURLEncoding.DecodeString
	var errs [4]error
	m.Seq, errs[0] = strconv.Atoi(parts[2])
	m.Public, errs[1] = b64(parts[4])
	m.Signature.Signature, errs[2] = b64(parts[5])
	if !first {
		m.Format, m.Number, m.Plate = format, m.Job, parts[7]
		m.From, errs[3] = strconv.Atoi(parts[6])
	}
	if errors.Join(errs[:]...) != nil || !isHash.MatchString(m.Hash) || !first && !isHash.MatchString(m.Plate) {
		return m, fmt.Errorf("is damaged: scan the code again")
	}
	return m, nil
}

// OfHeadOnly says whether the signature covers the head of the chain alone, and not the number of its
// job or entry: so it was with format 1.
func (s Signature) OfHeadOnly() bool { return s.format() == headOnly }
