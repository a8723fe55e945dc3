package notation

import (
	"fmt"
	"strconv"
	"strings"

	"kitrows/internal/grid/kit"
)

// A Ready recipe is one that is offered.
type Ready struct {
	Name string
	Text string
}

// HalvesOf is the recipe of a row of two columns as nearly alike as n columns allow.
func HalvesOf(n int) string {
	if n == 1 {
		return "1 x2"
	}
	return fmt.Sprintf("%d %d", n/2, n-n/2)
}

// ReadyRecipes are the recipes that suit a kit, said at its widest breakpoints.
func ReadyRecipes(k *kit.Kit) []Ready {
	last := len(k.Breakpoints) - 1
	n := k.ColumnsAt(min(last, 1)).N()
	step, wide := k.Breakpoints[min(last, 1)].Name, k.Breakpoints[min(last, 2)].Name
	at := func(recipe string) string {
		if last == 0 {
			return recipe
		}
		return step + " " + recipe
	}
	var all []Ready
	parts := func(name string, of int, sizes ...int) {
		if n%of != 0 || k.ColumnsAt(min(last, 1)).IsUneven() {
			return
		}
		words := make([]string, len(sizes))
		for i, s := range sizes {
			words[i] = strconv.Itoa(s * n / of)
		}
		all = append(all, Ready{name, at(strings.Join(words, " "))})
	}
	parts("Halves", 2, 1, 1)
	parts("Thirds", 3, 1, 1, 1)
	parts("Quarters", 4, 1, 1, 1, 1)
	parts("Main and side", 3, 2, 1)
	parts("Side and main", 3, 1, 2)
	parts("Side, main, side", 4, 1, 2, 1)
	if n%6 == 0 {
		all = append(all, Ready{"Centred", at(fmt.Sprintf("%d_%d", n/6, n*2/3))},
			Ready{"Apart", at(fmt.Sprintf("%d %d_%d", n/3, n/3, n/3))})
		all = append(all, Ready{"Main with a row in it, and side",
			at(fmt.Sprintf("%d(%d %d) %d", n*2/3, n/2, n/2, n/3))})
	}
	if k.Technique != kit.Grid {
		all = append(all, Ready{"Mark and links", at("~ =")})
	}
	if k.Technique != kit.Float {
		all = append(all, Ready{"Equal shares", at("= = =")})
	}
	if k.Technique == kit.Flex {
		all = append(all, Ready{"Mark, links, search", at("~ = ~")})
	}
	gallery := "÷1 x8 | " + step + " ÷2"
	if last >= 2 {
		gallery += " | " + wide + " ÷4"
	}
	if last > 0 {
		all = append(all, Ready{"Gallery of eight", gallery})
	}
	return append(all, Ready{"One column", "x1"})
}
