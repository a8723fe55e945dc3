package page

import (
	"errors"
	"fmt"
	"io/fs"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/design"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

// Bounds of a page.
const (
	MaxNodes = 20000
	MaxDepth = 64 // nodes above one another
	MaxName  = kit.MaxName
	MaxText  = 20000
	MaxOwn   = 20 // classes of one's own on a node
	MaxStyle = 256 << 10
	MaxHead  = 400 // of a title or a description, in bytes
)

var elements = []string{"div", "header", "nav", "main", "aside", "section", "article", "footer", "figure", "ul", "ol"}

// Elements are what a node of that kind may be: a container that is alone on its page also the body. Sections have no
// class, so nothing would take away the margins that a browser gives to a figure; only rows may be lists, whose items
// are their columns.
func Elements(kind Kind) []string {
	switch kind {
	case Section:
		return elements[:8:8]
	case Row:
		return elements[:len(elements):len(elements)]
	case Container:
		return append(elements[:9:9], "body")
	}
	return elements[:9:9]
}

var (
	filePattern     = regexp.MustCompile(`^[A-Za-z0-9][A-Za-z0-9_-]{0,59}\.html$`)
	languagePattern = regexp.MustCompile(`^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8}){0,3}$`)
)

// isID reports whether an id is 1 to 48 small letters, digits and hyphens, the first not a hyphen.
func isID(id string) bool {
	for i := range len(id) {
		if c := id[i]; !(c >= 'a' && c <= 'z' || c >= '0' && c <= '9' || c == '-' && i > 0) {
			return false
		}
	}
	return id != "" && len(id) <= 48
}

// CheckID refuses an id that is not 1 to 48 small letters, digits and hyphens.
func CheckID(id string) error {
	if !isID(id) {
		return fault.New("id", id, "1 to 48 small letters, digits and hyphens, the first not a hyphen")
	}
	return nil
}

// CheckName refuses a name that is empty, over 120 bytes, or holds control
// characters.
func CheckName(name string) error {
	if !kit.IsName(name) {
		return fault.New("name", name, "a name of 1 to %d bytes on one line", MaxName)
	}
	return nil
}

// CheckElement refuses an element that a node of that kind cannot be; empty is the
// kind's own.
func CheckElement(kind Kind, element string) error {
	if element != "" && !slices.Contains(Elements(kind), element) {
		return fault.New("element", element, "one of %s for a %s", strings.Join(Elements(kind), ", "), kind)
	}
	return nil
}

var (
	anchorPattern = regexp.MustCompile(`^[A-Za-z][A-Za-z0-9_-]{0,59}$`)
	classPattern  = regexp.MustCompile(`^-?[A-Za-z_][A-Za-z0-9_-]{0,59}$`)
)

// CheckAnchor refuses an id attribute that is not a letter and then up to 59
// letters, digits, hyphens and underscores; empty is none.
func CheckAnchor(anchor string) error {
	if anchor != "" && !anchorPattern.MatchString(anchor) {
		return fault.New("anchor", anchor, "a letter, then letters, digits, hyphens or underscores, 60 at most")
	}
	return nil
}

// CheckClasses refuses classes of one's own that are no plain class names, that
// stand twice, or that kit k writes itself.
func CheckClasses(k *kit.Kit, classes []string) error {
	if len(classes) > MaxOwn {
		return fault.New("classes", len(classes), "at most %d", MaxOwn)
	}
	for i, class := range classes {
		switch {
		case !classPattern.MatchString(class):
			return fault.New("classes", class, "class names of letters, digits, hyphens and underscores, 60 at most")
		case slices.Contains(classes[:i], class):
			return fault.New("classes", class, "each class once")
		case k.Writes(class):
			return fault.New("classes", class, "a class that %s does not write itself: set it in a cell", k.Name)
		}
	}
	return nil
}

// CheckSelector refuses what is no list of CSS selectors, what could mean more in a
// preprocessor, and over 120 bytes; empty is none.
func CheckSelector(selector string) error {
	if selector == "" {
		return nil
	}
	want := fmt.Sprintf("a CSS selector of at most %d bytes such as .story or main > article", MaxName)
	if len(selector) > MaxName || strings.ContainsAny(selector, "{};@<\\/") ||
		strings.ContainsFunc(selector, unicode.IsControl) || selector != strings.TrimSpace(selector) {
		return fault.New("selector", selector, "%s", want)
	}
	if err := css.CheckSelector(selector); err != nil {
		return fault.New("selector", selector, "%s: %s", want, err)
	}
	return nil
}

// CheckLanguage refuses what is no language tag.
func CheckLanguage(language string) error {
	if !languagePattern.MatchString(language) {
		return fault.New("language", language, "a language tag such as en")
	}
	return nil
}

// IsPath reports whether a text is the path of a file below a folder, of at most 400 bytes.
func IsPath(file string) bool {
	return len(file) <= 400 && fs.ValidPath(file) && file != "." && !strings.ContainsRune(file, '\\') &&
		!strings.ContainsFunc(file, unicode.IsControl)
}

// CheckNote refuses a note over 2,000 bytes.
func CheckNote(note string) error {
	if len(note) > 2000 {
		return fault.New("note", fmt.Sprintf("%d bytes", len(note)), "at most 2000 bytes")
	}
	return nil
}

// mostMeant is of how many codes findings on a node may be meant.
const mostMeant = 40

// CheckMeant refuses what are no codes of findings, or too many.
func CheckMeant(codes []string) error {
	if len(codes) > mostMeant {
		return fault.New("meant", len(codes), "at most %d codes", mostMeant)
	}
	for i, code := range codes {
		if code == "" || len(code) > mostMeant || strings.Trim(code, "abcdefghijklmnopqrstuvwxyz-") != "" {
			return fault.New("meant", code, "a code of docs/checks.md such as sum-over")
		}
		if slices.Contains(codes[:i], code) {
			return fault.New("meant", code, "each code once")
		}
	}
	return nil
}

// Check refuses a page that breaks a rule of sections 4 and 5 for kit k, or that
// shows a picture hasPicture does not know. The error holds a fault.Fault for
// each wrong field.
func (p *Page) Check(k *kit.Kit, hasPicture func(id string) bool) error {
	c := checker{k: k, hasPicture: hasPicture, ids: map[string]bool{}, anchors: map[string]bool{}}
	c.take(CheckID(p.ID), CheckName(p.Name))
	switch {
	case p.Origin != nil && !IsPath(p.File):
		c.wrong("file", p.File, "a file's path below the project's folder, such as visit/index.html")
	case p.Origin == nil && !filePattern.MatchString(p.File):
		c.wrong("file", p.File, "a file name such as index.html")
	}
	c.take(CheckLanguage(p.Language), CheckStyle(p.Style), CheckHead("title", p.Title),
		CheckHead("description", p.Description))
	if p.Origin != nil && p.Style != "" {
		c.wrong("style", "a stylesheet", "none: a page from HTML has those that its file links")
	}
	c.designs(p.Designs)
	c.single = len(p.Body) == 1
	if c.origin = p.Origin != nil; c.origin {
		c.ids = make(map[string]bool, len(p.Origin.Places))
	}
	c.children(nil, p.Body)
	if c.origin && len(c.errs) == 0 {
		c.take(p.Origin.Check(len(c.ids)))
	}
	return errors.Join(c.errs...)
}

// CheckHead refuses a title or a description of a page that is over 400 bytes, or that does not stand on one line.
func CheckHead(field, text string) error {
	if len(text) > MaxHead || !utf8.ValidString(text) || strings.ContainsFunc(text, unicode.IsControl) {
		return fault.New(field, text, "at most %d bytes on one line", MaxHead)
	}
	return nil
}

// CheckStyle refuses what is too long for a page's own stylesheet, or no text. What is wrong in it browsers leave out.
func CheckStyle(text string) error {
	switch {
	case len(text) > MaxStyle:
		return fault.New("style", strconv.Itoa(len(text))+" bytes", "at most %d bytes", MaxStyle)
	case !utf8.ValidString(text) || strings.ContainsRune(text, 0):
		return fault.New("style", "bytes that are no text", "CSS in UTF-8")
	}
	return nil
}

// MaxDesigns is how many finished designs a page is traced from at most.
const MaxDesigns = 16

func (c *checker) designs(all []design.Design) {
	if len(all) > MaxDesigns {
		c.wrong("designs", len(all), "at most %d", MaxDesigns)
	}
	for i, d := range all {
		field := fmt.Sprintf("designs[%d]", i)
		c.take(fault.Under(field, d.Check()))
		if !c.hasPicture(d.Picture) {
			c.wrong(field+".picture", d.Picture, "the id of one of the project's pictures")
		}
		if slices.ContainsFunc(all[:i], func(o design.Design) bool { return o.ID == d.ID }) {
			c.wrong(field+".id", d.ID, "an id of its own")
		}
	}
}

type checker struct {
	k          *kit.Kit
	hasPicture func(id string) bool
	ids        map[string]bool
	anchors    map[string]bool
	single     bool  // one node stands straight in the page
	origin     bool  // the page was read from markup, which may break rules: it is as it is
	path       []int // where the node stands that is looked at
	errs       []error
}

func (c *checker) take(errs ...error) {
	for _, err := range errs {
		if err != nil {
			c.errs = append(c.errs, err)
		}
	}
}

// maxErrs is how many wrong nodes one check tells of.
const maxErrs = 20

func (c *checker) wrong(field string, found any, want string, args ...any) {
	c.take(fault.New(field, found, want, args...))
}

// at is where the node stands that is looked at: BODY[INDEX].children[INDEX] and so on.
func (c *checker) at() string {
	var b strings.Builder
	for depth, i := range c.path {
		if depth == 0 {
			fmt.Fprintf(&b, "body[%d]", i)
		} else {
			fmt.Fprintf(&b, ".children[%d]", i)
		}
	}
	return b.String()
}

func (c *checker) field(name string) string { return c.at() + "." + name }

// under takes errors of the node that is looked at.
func (c *checker) under(errs ...error) {
	for _, err := range errs {
		if err != nil {
			c.take(fault.Under(c.at(), err))
		}
	}
}

func (c *checker) children(outer *Node, children []*Node) {
	c.path = append(c.path, 0)
	for i, n := range children {
		if len(c.errs) > maxErrs || len(c.ids) > MaxNodes {
			break
		}
		c.path[len(c.path)-1] = i
		c.node(outer, n, len(c.path)-1)
	}
	c.path = c.path[:len(c.path)-1]
}

func (c *checker) node(outer *Node, n *Node, depth int) {
	if n == nil {
		c.wrong(c.at(), "null", "a node")
		return
	}
	if depth > MaxDepth {
		c.wrong(c.at(), depth, "nodes nested at most %d deep", MaxDepth)
		return
	}
	if c.ids[n.ID] {
		c.wrong(c.field("id"), n.ID, "an id no other node of the page has")
	}
	c.ids[n.ID] = true
	if len(c.ids) > MaxNodes {
		c.wrong(c.at(), len(c.ids), "at most %d nodes in a page", MaxNodes)
		return
	}
	c.under(CheckID(n.ID), CheckName(n.Name))
	if c.origin {
		c.under(n.Frame.Check(c.k), CheckSelector(n.Selector), CheckNote(n.Note), CheckMeant(n.Meant))
		c.settings(outer, n)
		if n.Kind == Block && n.Element != "" {
			c.wrong(c.field("element"), string(n.Kind),
				"an element only on sections, containers, rows, columns and elements")
		}
		if (n.Content != nil) != (n.Kind == Block) || len(n.Children) > 0 && n.Kind == Block {
			c.wrong(c.field("content"), string(n.Kind), "content on every block and only there")
		}
		c.children(n, n.Children)
		return
	}
	if n.Kind == Element {
		c.wrong(c.field("kind"), string(n.Kind),
			"a section, container, row, column or block: other elements only on pages that were read from markup")
	}
	c.under(CheckElement(n.Kind, n.Element),
		CheckAnchor(n.Anchor), CheckClasses(c.k, n.Classes),
		CheckSelector(n.Selector), CheckNote(n.Note), CheckMeant(n.Meant))
	if n.Anchor != "" && c.anchors[n.Anchor] {
		c.wrong(c.field("anchor"), n.Anchor, "an id attribute that no other node of the page has")
	}
	c.anchors[n.Anchor] = true
	if !Holds(outer.kind(), n.Kind) {
		c.wrong(c.field("kind"), string(n.Kind), "%s", childrenOf(outer.kind()))
	}
	for _, use := range []struct {
		field     string
		misplaced bool
		want      string
	}{
		{"frame", !n.Frame.IsZero() && n.Kind != Container, "a kind only on containers"},
		{"at", len(n.At) > 0 && len(Settable(n.Kind)) == 0,
			"settings only on containers, rows, columns and blocks"},
		{"content", (n.Content != nil) != (n.Kind == Block), "content on every block and only there"},
		{"element", n.Element != "" && n.Kind == Block, "an element only on sections, containers, rows and columns"},
		{"children", len(n.Children) > 0 && n.Kind == Block, "no children in a block"},
	} {
		if use.misplaced {
			c.wrong(c.field(use.field), string(n.Kind), "%s", use.want)
		}
	}
	if n.Element == "body" && !(outer == nil && c.single) {
		c.wrong(c.field("element"), n.Element, "another element: only what stands alone on a page can be its body")
	}
	c.under(n.Frame.Check(c.k))
	c.settings(outer, n)
	if n.Content != nil {
		if err := n.Content.Check(c.k, c.hasPicture); err != nil {
			c.take(fault.Under(c.field("content"), err))
		}
	}
	c.children(n, n.Children)
}

func (c *checker) settings(outer, n *Node) {
	last := -1
	for i, s := range n.At {
		at := func(name string) string { return c.field(fmt.Sprintf("at[%d].%s", i, name)) }
		from := c.k.Index(s.From)
		switch {
		case from < 0:
			c.wrong(at("from"), s.From, "a breakpoint of %s: %s", c.k.Name, c.k.BreakpointNames())
			continue
		case from <= last:
			c.wrong(at("from"), s.From, "each breakpoint once, from the narrowest to the widest")
		}
		last = max(last, from)
		if err := s.Check(c.k, from, outer, n.Kind); err != nil {
			c.take(fault.Under(c.field(fmt.Sprintf("at[%d]", i)), err))
		}
	}
}

// CheckShape refuses what is no tree of nodes at all: a node that is null, a block without content or with children,
// nodes nested too deep. All that is done to pages counts on it.
func (p *Page) CheckShape() error { return checkShape(p.Body, 1) }

func checkShape(nodes []*Node, depth int) error {
	for _, n := range nodes {
		switch {
		case n == nil:
			return fault.New("node", "null", "a node")
		case depth > MaxDepth+1:
			return fault.New("node", n.ID, "nodes nested at most %d deep", MaxDepth)
		case (n.Content != nil) != (n.Kind == Block):
			return fault.New("node", n.ID, "content on every block, and only on blocks")
		case n.Kind == Block && len(n.Children) > 0:
			return fault.New("node", n.ID, "no children in a block")
		}
		if err := checkShape(n.Children, depth+1); err != nil {
			return err
		}
	}
	return nil
}

func childrenOf(outer Kind) string {
	switch outer {
	case "":
		return "a section or a container: only those stand straight in a page"
	case Section:
		return "a container or a section: a section holds nothing else"
	case Container:
		return "a row: only rows are children of a container"
	case Row:
		return "a column: only columns are children of a row"
	case Column:
		return "a block or a row: columns hold content and rows, never containers"
	}
	return "nothing: blocks have no children"
}
