package page

import "kitrows/internal/kit"

// A ContentType says what a block holds.
type ContentType string

// The types of content.
const (
	Heading ContentType = "heading"
	Text    ContentType = "text"
	List    ContentType = "list"
	Picture ContentType = "picture"
)

// Content is a block's content. Its Height is declared, so that a plan can be
// made without a browser: the block is exactly that high and as wide as its
// column.
type Content struct {
	Type    ContentType `json:"type"`
	Height  kit.Length  `json:"height"`
	Text    string      `json:"text,omitzero"`    // of a heading or text
	Level   int         `json:"level,omitzero"`   // of a heading, 1 to 6
	Items   []string    `json:"items,omitzero"`   // of a list
	Picture string      `json:"picture,omitzero"` // the id of one of the project's pictures
	Alt     string      `json:"alt,omitzero"`     // what a picture shows, in words
}
