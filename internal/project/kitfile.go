package project

import (
	"fmt"
	"io"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/infer"
)

// MaxKitFile is how large a kit's file may be, in bytes.
const MaxKitFile = 1 << 20

// A kitFile is one kit as a file of its own, NAME.kit.json.
type kitFile struct {
	Format  string   `json:"format"`
	Version int      `json:"version"`
	Kit     *kit.Kit `json:"kit"`
}

const kitFormat = "kitrows-kit"

// EncodeKit writes a kit as a file of its own. Which shared kit it came from is not in it.
func EncodeKit(k *kit.Kit) ([]byte, error) {
	alone := *k
	alone.Shared = nil
	b, err := json.Marshal(kitFile{kitFormat, Version, &alone}, jsontext.WithIndent("  "))
	if err != nil {
		return nil, err
	}
	return append(b, '\n'), nil
}

type head struct {
	Format  string `json:"format"`
	Version int    `json:"version"`
}

// headOf reads what a file says of itself; ok is false where it is no JSON.
func headOf(b []byte) (h head, ok bool) {
	err := json.Unmarshal(b, &h)
	return h, err == nil
}

// IsKitFile reports whether a file says that it is a kit's.
func IsKitFile(b []byte) bool {
	h, ok := headOf(b)
	return ok && h.Format == kitFormat
}

// DecodeKit reads a kit's file and checks it. The error names the place of what is wrong.
func DecodeKit(r io.Reader) (*kit.Kit, error) {
	b, err := io.ReadAll(io.LimitReader(r, MaxKitFile+1))
	if err != nil {
		return nil, err
	}
	if len(b) > MaxKitFile {
		return nil, fault.New("", fmt.Sprintf("over %d bytes", MaxKitFile), "a kit's file of at most %d MiB",
			MaxKitFile>>20)
	}
	if head, ok := headOf(b); ok {
		switch {
		case head.Format == "kitrows":
			return nil, fault.New("format", head.Format, "%s: this is a project's file, not a kit's", kitFormat)
		case head.Format != kitFormat:
			return nil, fault.New("format", head.Format, "%s", kitFormat)
		case head.Version > Version:
			return nil, fault.New("version", head.Version, "%d or less: a later version of Kit Rows wrote this file",
				Version)
		}
	}
	var f kitFile
	if err := DecodeStrict(b, &f); err != nil {
		return nil, err
	}
	if f.Kit == nil {
		return nil, fault.New("kit", nil, "a kit")
	}
	if err := page.CheckID(f.Kit.ID); err != nil {
		return nil, fault.Under("kit", err)
	}
	return f.Kit, fault.Under("kit", infer.Check(f.Kit))
}
