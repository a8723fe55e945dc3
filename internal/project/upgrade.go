package project

import (
	"regexp"
	"strings"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/prose"
)

// older matches a file of a version before this one.
var older = regexp.MustCompile(`"version"\s*:\s*[1-7]\s*[,}]`)

// upgraded gives a file of an older version as this version has it, and any other
// file as it is. What is wrong with it is found when it is read.
//
// Version 1 had kits of equal columns only, whose number was no text, class
// templates for fewer settings, and containers that were fluid or not. Version 2
// had no sections, fewer types of content, and no class for pictures that fit; items of
// lists said that they were, and not only rows could be lists. Version 3 had no parts
// of the row as widths, and no class for them. Version 4 had gutters between columns only,
// one edge for all breakpoints, and classes, not attributes. Version 5 had words alone in its texts: no line breaks
// and no tags. Version 6 had no space before and after containers and rows, and no classes for it. Version 7 had no
// designs to trace.
func upgraded(b []byte) []byte {
	var file map[string]any
	if !older.Match(b) {
		return b // most files are of this version, and need not be read twice
	}
	if json.Unmarshal(b, &file) != nil {
		return b
	}
	was, _ := file["version"].(float64)
	if was < 1 || was >= Version {
		return b
	}
	file["version"] = Version
	for _, k := range objects(file["kits"]) {
		if n, ok := k["columns"].(float64); ok {
			k["columns"] = kit.Number(n)
		}
		if naming, ok := k["naming"].(map[string]any); ok && naming["cell"] == string(kit.OurNaming.Cell) {
			naming["first"], naming["last"] = kit.OurNaming.First, kit.OurNaming.Last
			naming["before"], naming["after"] = kit.OurNaming.Before, kit.OurNaming.After
		}
		if naming, ok := k["naming"].(map[string]any); ok && was < 4 { // later ones leave out what a kit cannot say
			k["naming"] = completed(naming)
		}
	}
	for _, page := range objects(file["pages"]) {
		trees(page["body"])
		if was < 6 {
			literal(page["body"])
		}
	}
	if was < 6 {
		literal(file["sheet"])
	}
	newer, err := json.Marshal(file, jsontext.WithIndent("  "))
	if err != nil {
		return b
	}
	return newer
}

// literal makes the texts of content what is read as the same words.
func literal(nodes any) {
	as := func(text any) any {
		if words, ok := text.(string); ok {
			return prose.Literal(strings.Join(strings.Fields(words), " "))
		}
		return text
	}
	for _, n := range objects(nodes) {
		literal(n["children"])
		c, ok := n["content"].(map[string]any)
		if !ok || c["type"] == "html" {
			continue
		}
		if text, has := c["text"]; has {
			c["text"] = as(text)
		}
		if items, ok := c["items"].([]any); ok {
			for i := range items {
				items[i] = as(items[i])
			}
		}
	}
}

// objects gives the objects of a list.
func objects(list any) (all []map[string]any) {
	values, _ := list.([]any)
	for _, v := range values {
		if o, ok := v.(map[string]any); ok {
			all = append(all, o)
		}
	}
	return all
}

// completed adds our templates where there are none.
func completed(naming map[string]any) map[string]any {
	var ours map[string]any
	if b, err := json.Marshal(kit.OurNaming); err != nil || json.Unmarshal(b, &ours) != nil {
		return naming
	}
	for field, template := range ours {
		if _, ok := naming[field]; !ok {
			naming[field] = template
		}
	}
	return naming
}

// trees gives containers their kind, and takes elements away that lists see to.
func trees(nodes any) {
	for _, n := range objects(nodes) {
		if fluid, ok := n["fluid"].(bool); ok {
			delete(n, "fluid")
			if fluid {
				n["frame"] = "fluid"
			}
		}
		if e := n["element"]; e == "li" || n["kind"] != "row" && (e == "ul" || e == "ol") {
			delete(n, "element")
		}
		trees(n["children"])
	}
}
