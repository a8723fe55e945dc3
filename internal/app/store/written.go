package store

import (
	"bytes"
	"compress/gzip"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io"
	"regexp"
	"strings"
	"sync"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"

	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/project"
)

// The store writes projects and operations as their JSON, packed, with two references in
// it: a picture's file is named by its digest, and a whole project in an operation by its
// revision. Stores of before held both in full, and are still read.

// digestMark begins the text that stands for a picture's file; base64 has no colon.
const digestMark = "sha256:"

// packLimit is the length in bytes from which a text is compressed.
const packLimit = 1 << 10

// A scribe writes for one project, and gathers the files that what it wrote names.
type scribe struct {
	files     map[string]project.File
	revisions map[*project.Project]int // whole projects that are named by revision
}

// document writes a project, and refuses one whose file would be too large.
func (w *scribe) document(p *project.Project) ([]byte, error) {
	const indentFactor = 16 // the file is indented, and less than so many times as long
	whole := *p             // never named by its revision
	b, err := w.json(&whole)
	if err == nil && len(b) > project.MaxBytes/indentFactor {
		indented, err := w.json(&whole, jsontext.WithIndent("  "))
		if err != nil {
			return nil, err
		}
		if len(indented) > project.MaxBytes {
			return nil, fault.New("", fmt.Sprintf("%d bytes", len(indented)),
				"a project of at most %d MiB without its pictures; a stylesheet counts for each page that links it",
				project.MaxBytes>>20)
		}
	}
	return packed(b, err)
}

// operation writes an operation.
func (w *scribe) operation(o edit.Operation) ([]byte, error) { return packed(w.json(o)) }

// json writes with references.
func (w *scribe) json(v any, how ...json.Options) ([]byte, error) {
	if w.files == nil {
		w.files = map[string]project.File{}
	}
	return json.Marshal(v, append(how, json.WithMarshalers(json.JoinMarshalers(
		json.MarshalToFunc(func(e *jsontext.Encoder, f project.File) error {
			w.files[f.Digest()] = f
			return e.WriteToken(jsontext.String(digestMark + f.Digest()))
		}),
		json.MarshalToFunc(func(e *jsontext.Encoder, p *project.Project) error {
			revision, ok := w.revisions[p]
			if !ok {
				return errors.ErrUnsupported
			}
			return e.WriteToken(jsontext.Int(int64(revision)))
		}),
	)))...)
}

// keepFiles stores the files that what was written names, those the project did not have yet.
func (w *scribe) keepFiles(ctx context.Context, tx *sql.Tx, id string) error {
	for digest, file := range w.files {
		var had bool
		if err := tx.QueryRowContext(ctx, `SELECT count(*) > 0 FROM uses WHERE project = ? AND digest = ?`, id, digest).
			Scan(&had); err != nil {
			return err
		}
		if had {
			continue
		}
		if _, err := tx.ExecContext(ctx, `INSERT OR IGNORE INTO files (digest, content) VALUES (?, ?)`, digest,
			file.Bytes()); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, `INSERT INTO uses (project, digest) VALUES (?, ?)`, id, digest); err != nil {
			return err
		}
	}
	return nil
}

// packers are writers to be used again: each takes more memory than all else that an edit does.
var packers = sync.Pool{New: func() any {
	z, err := gzip.NewWriterLevel(nil, gzip.BestSpeed)
	if err != nil {
		panic(err) // of a level that there is
	}
	return z
}}

// packed compresses a text that is worth it.
func packed(b []byte, err error) ([]byte, error) {
	if err != nil || len(b) < packLimit {
		return b, err
	}
	var small bytes.Buffer
	z := packers.Get().(*gzip.Writer)
	defer packers.Put(z)
	z.Reset(&small)
	if _, err := z.Write(b); err != nil {
		return nil, err
	}
	err = z.Close()
	return small.Bytes(), err
}

// unpacked gives a text as it was before it was packed.
func unpacked(b []byte) ([]byte, error) {
	if !bytes.HasPrefix(b, []byte{0x1f, 0x8b}) {
		return b, nil
	}
	z, err := gzip.NewReader(bytes.NewReader(b))
	if err != nil {
		return nil, err
	}
	return io.ReadAll(z)
}

// A findFile gives the file of a digest.
type findFile func(digest string) (project.File, error)

// noFiles gives files that hold nothing, where none is needed.
func noFiles(string) (project.File, error) { return project.File{}, nil }

// filesIn finds files among those of a store.
func filesIn(ctx context.Context, tx *sql.Tx) findFile {
	return func(digest string) (project.File, error) {
		var b []byte
		if err := tx.QueryRowContext(ctx, `SELECT content FROM files WHERE digest = ?`, digest).Scan(&b); err != nil {
			return project.File{}, fmt.Errorf("the picture file %.12s cannot be read: %w", digest, err)
		}
		return project.NewFile(b), nil
	}
}

func (find findFile) unmarshaler() *json.Unmarshalers {
	return json.UnmarshalFromFunc(func(d *jsontext.Decoder, f *project.File) error {
		if d.PeekKind() != '"' {
			return errors.ErrUnsupported
		}
		text, err := d.ReadToken()
		if err != nil {
			return err
		}
		if digest, ok := strings.CutPrefix(text.String(), digestMark); ok {
			*f, err = find(digest)
			return err
		}
		return f.UnmarshalText([]byte(text.String()))
	})
}

// documentEvery is how many revisions the document of a large project may be behind it, which takes long to write;
// wholeEvery is a multiple of it. Until then its journal says what was done.
const documentEvery = 32

// large reports whether a project's document takes longer to write than an edit may take, and is far from too large.
func large(p *project.Project) bool {
	const node, least, most = 330, 1 << 20, project.MaxBytes / 8 * 7 // bytes, as they mostly come to
	size := 0
	for _, pg := range p.Pages {
		if o := pg.Origin; o != nil {
			size += len(o.Text) + len(o.Data) + node*len(o.Places)
		}
	}
	return size > least && size < most
}

// A held project is its document, and the revision that it is of; 0 for the current one.
type held struct {
	document []byte
	revision int
}

// read reads a project as it is at a revision: its document, and what was done since that was written.
func (s *Store) read(ctx context.Context, tx *sql.Tx, id string, revision int, h held,
	find findFile) (*project.Project, error) {
	if h.revision == 0 {
		h.revision = revision
	}
	p, err := readProject(h.document, find)
	for at := h.revision + 1; at <= revision && err == nil; at++ {
		p, err = s.across(ctx, tx, id, at, "operation", p)
	}
	return p, err
}

// readProject reads a project's document.
func readProject(document []byte, find findFile) (*project.Project, error) {
	b, err := unpacked(document)
	if err != nil {
		return nil, err
	}
	return project.Reread(b, json.WithUnmarshalers(find.unmarshaler()))
}

// named matches a reference to a file, where a document names one.
var named = regexp.MustCompile(`"data":\s*"` + digestMark + `([0-9a-f]{64})"`)

// asWritten is a document with the files in it, whatever else it holds.
func asWritten(document []byte, find findFile) ([]byte, error) {
	b, err := unpacked(document)
	if err != nil {
		return document, nil // it is all there is
	}
	return named.ReplaceAllFunc(b, func(reference []byte) []byte {
		f, missing := find(string(named.FindSubmatch(reference)[1]))
		err = errors.Join(err, missing)
		text, _ := f.MarshalText()
		return append(append([]byte(`"data": "`), text...), '"')
	}), err
}

// readOperation reads an operation of a project's journal.
func (s *Store) readOperation(ctx context.Context, tx *sql.Tx, id string, written []byte) (o edit.Operation,
	err error) {
	b, err := unpacked(written)
	if err != nil {
		return o, err
	}
	find := filesIn(ctx, tx)
	err = json.Unmarshal(b, &o, json.WithUnmarshalers(json.JoinUnmarshalers(find.unmarshaler(),
		json.UnmarshalFromFunc(func(d *jsontext.Decoder, p *project.Project) error {
			value, err := d.ReadValue()
			if err != nil {
				return err
			}
			var whole *project.Project
			var revision int
			if value.Kind() != '0' {
				whole, err = project.Reread(value, json.WithUnmarshalers(find.unmarshaler()))
			} else if err = json.Unmarshal(value, &revision); err == nil {
				whole, err = s.at(ctx, tx, id, revision)
			}
			if err == nil {
				*p = *whole
			}
			return err
		}))))
	return o, err
}
