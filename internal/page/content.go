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
	Type    ContentType `json:"type" enum:"heading,text,list,picture"`
	Height  kit.Length  `json:"height" doc:"How high the block is, such as 96px."`
	Text    string      `json:"text,omitzero" doc:"Of a heading or text."`
	Level   int         `json:"level,omitzero" minimum:"1" maximum:"6" doc:"Of a heading."`
	Items   []string    `json:"items,omitzero" doc:"Of a list."`
	Picture string      `json:"picture,omitzero" doc:"The id of one of the project's pictures."`
	Alt     string      `json:"alt,omitzero" doc:"What a picture shows, in words."`
}
