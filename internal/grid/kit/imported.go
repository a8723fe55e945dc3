package kit

import (
	"errors"
	"fmt"

	"kitrows/internal/browser/budget"
	"kitrows/internal/grid/fault"
)

// Imported is the stylesheet that a kit was read from: its files, in the order in which pages link
// them, and how doubts of the reading were settled. It is never changed.
type Imported struct {
	Files   []File            `json:"files" minItems:"1" maxItems:"20" doc:"In link order, unchanged to the byte."`
	Choices map[string]string `json:"choices,omitzero" doc:"How doubts were settled: what was chosen, by the doubt."`

	made budget.Once
}

// A File is a file by its name, and its text.
type File struct {
	Name string `json:"name" minLength:"1" maxLength:"120"`
	Text string `json:"text"`
}

// Bounds of a stylesheet that is brought in.
const (
	MaxFiles = 20
	MaxSheet = 4 << 20 // bytes, of all files
)

// Made keeps what is worked out of the stylesheet: what make gives when it is first called and gives no error.
func (b *Imported) Made(make func() (any, error)) (any, error) { return b.made.Do(make) }

func (b *Imported) check() error {
	var errs []error
	size := 0
	if n := len(b.Files); n < 1 || n > MaxFiles {
		errs = append(errs, fault.New("files", n, "1 to %d files", MaxFiles))
	}
	seen := map[string]bool{}
	for i, f := range b.Files {
		if !IsName(f.Name) || seen[f.Name] {
			errs = append(errs, fault.New(fmt.Sprintf("files[%d].name", i), f.Name,
				"a name on one line that no other file has"))
		}
		seen[f.Name] = true
		size += len(f.Text)
	}
	if size > MaxSheet {
		errs = append(errs, fault.New("files", fmt.Sprintf("%d bytes", size), "at most %d bytes in all", MaxSheet))
	}
	return errors.Join(errs...)
}

// Files are those of the stylesheet that the kit was read from; none of a kit made here.
func (k *Kit) Files() []File {
	if k.Imported == nil {
		return nil
	}
	return k.Imported.Files
}

// IsFixed reports whether the kit is as a stylesheet of others has it, which numbers do not change.
func (k *Kit) IsFixed() bool { return k.Imported != nil }

// IsComplete reports whether the kit has a class for every setting, as all have that are made here.
func (k *Kit) IsComplete() bool { return k.Imported == nil }

// DividesAlike reports whether rows divide into the kit's columns wherever they stand, and not into as many as what
// they stand in has.
func (k *Kit) DividesAlike() bool { return k.Imported != nil }

// Native is a kit made here with the numbers of k, which was brought in.
func (k *Kit) Native() *Kit {
	native := *k
	native.Imported = nil
	if native.Technique == Inline {
		native.Technique = Flex
	}
	return &native
}
