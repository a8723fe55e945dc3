package css

import (
	"strings"

	"github.com/tdewolff/parse/v2"
	"github.com/tdewolff/parse/v2/css"
)

// Rebased is a stylesheet in which addresses, but for those of imports, are what to makes of them.
func Rebased(text string, to func(address string) string) string {
	if !strings.Contains(strings.ToLower(text), "url(") {
		return text
	}
	lexer := css.NewLexer(parse.NewInputString(text))
	var b strings.Builder
	importing := false
	for {
		kind, token := lexer.Next()
		switch {
		case kind == css.ErrorToken:
			return b.String()
		case kind == css.AtKeywordToken:
			importing = strings.EqualFold(string(token), "@import")
		case kind == css.SemicolonToken || kind == css.LeftBraceToken:
			importing = false
		case kind == css.URLToken && !importing && token[len(token)-1] == ')':
			inner := strings.TrimSpace(string(token[len("url(") : len(token)-1]))
			if len(inner) > 1 && (inner[0] == '"' || inner[0] == '\'') && inner[len(inner)-1] == inner[0] {
				inner = inner[1 : len(inner)-1]
			}
			if strings.ContainsAny(inner, "\\\"'\n") { // escaped, or no address
				break
			}
			b.WriteString(`url("` + to(inner) + `")`)
			continue
		}
		b.Write(token)
	}
}
