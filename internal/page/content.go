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
// column. Its Width is what it asks for in a column that is as wide as its
// content.
type Content struct {
	Type    ContentType `json:"type" enum:"heading,text,list,picture"`
	Height  kit.Length  `json:"height" doc:"How high the block is, in px, such as 96px."`
	Width   kit.Length  `json:"width,omitzero" doc:"How wide it is by itself, in px, for natural columns."`
	Text    string      `json:"text,omitzero" doc:"Of a heading or text."`
	Level   int         `json:"level,omitzero" minimum:"1" maximum:"6" doc:"Of a heading."`
	Items   []string    `json:"items,omitzero" doc:"Of a list."`
	Picture string      `json:"picture,omitzero" doc:"The id of one of the project's pictures."`
	Sources []Source    `json:"sources,omitzero" doc:"Of a picture: others shown in its place from a breakpoint on."`
	Alt     string      `json:"alt,omitzero" doc:"What a picture shows, in words."`
}

// A Source is a picture shown from a breakpoint on.
type Source struct {
	From    string     `json:"from" doc:"The breakpoint's name."`
	Picture string     `json:"picture" doc:"The id of one of the project's pictures."`
	Height  kit.Length `json:"height" doc:"How high the block is from there on, in px."`
}

// HeightAt is how high the block is at breakpoint i of k, in px.
func (c *Content) HeightAt(k *kit.Kit, i int) float64 {
	h := c.Height.Px()
	for _, s := range c.Sources {
		if k.Index(s.From) <= i {
			h = s.Height.Px()
		}
	}
	return h
}
