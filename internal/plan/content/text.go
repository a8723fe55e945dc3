package content

import (
	"strings"
	"sync"

	"kitrows/internal/grid/page"
	"kitrows/internal/grid/prose"
)

// A text is what is written in a block, and in its items.
type text struct {
	words words
	items []words
}

// words are a text without its markup.
type words struct {
	text   string
	widths [][]float64 // of the words of each of its lines, in parts of the size of their letters
	space  float64     // the same of what is between them
}

func textOf(c *page.Content) *text {
	isBold := c.Type == page.Heading || c.Type == page.Card
	plain := c.Words()
	if c.Type == page.HTML {
		plain = strings.Join(strings.Fields(plain), " ")
	}
	t := &text{words: wordsOf(plain, isBold)}
	for _, item := range c.Items {
		t.items = append(t.items, wordsOf(prose.Plain(item), false))
	}
	return t
}

func wordsOf(plain string, isBold bool) words {
	w := words{text: plain, space: Width(" ", 1, isBold)}
	for line := range strings.SplitSeq(plain, "\n") {
		var widths []float64
		for word := range strings.FieldsSeq(line) {
			widths = append(widths, Width(word, 1, isBold))
		}
		w.widths = append(w.widths, widths)
	}
	return w
}

// lines is how many lines the words break into that are w px wide, in letters of that size.
func (t *words) lines(size, w float64) float64 {
	space, all := t.space*size, 0
	for _, line := range t.widths {
		number, used := 0, 0.0
		for _, wide := range line {
			wide *= size
			if number == 0 || used+space+wide > w {
				number++
				used = wide
				continue
			}
			used += space + wide
		}
		all += max(number, 1)
	}
	return float64(all)
}

// Texts are those of contents that were read. Contents are never changed: an edit makes others. It may be used at once
// by many; the nil Texts remember nothing.
type Texts struct {
	mu    sync.RWMutex
	known map[*page.Content]*text
}

// mostTexts is how many are remembered: more than a page has blocks.
const mostTexts = 1 << 15

func (t *Texts) of(c *page.Content) *text {
	if t == nil {
		return textOf(c)
	}
	t.mu.RLock()
	had := t.known[c]
	t.mu.RUnlock()
	if had != nil {
		return had
	}
	read := textOf(c)
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.known == nil || len(t.known) >= mostTexts {
		t.known = map[*page.Content]*text{}
	}
	t.known[c] = read
	return read
}
