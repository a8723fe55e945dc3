package project

import (
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"fmt"

	"kitrows/internal/grid/fault"
)

// A File is what a picture's file holds, known by its digest. It never changes, and two of
// the same bytes are equal. In JSON it is base64.
type File struct{ bytes, digest string }

// NewFile makes a file of those bytes.
func NewFile(b []byte) File {
	sum := sha256.Sum256(b)
	return File{string(b), hex.EncodeToString(sum[:])}
}

// Bytes returns a copy of what the file holds.
func (f File) Bytes() []byte { return []byte(f.bytes) }

// String returns what the file holds.
func (f File) String() string { return f.bytes }

// Len returns the file's length in bytes.
func (f File) Len() int { return len(f.bytes) }

// Digest returns the SHA-256 of the file in hexadecimal digits; it is empty for the zero File.
func (f File) Digest() string { return f.digest }

// MarshalText writes base64.
func (f File) MarshalText() ([]byte, error) {
	return base64.StdEncoding.AppendEncode(nil, []byte(f.bytes)), nil
}

// UnmarshalText reads base64.
func (f *File) UnmarshalText(text []byte) error {
	b, err := base64.StdEncoding.DecodeString(string(text))
	if err != nil {
		return fault.New("", fmt.Sprintf("%.40s", text), "a file in base64")
	}
	*f = NewFile(b)
	return nil
}
