// Command trial prints random pages for the browser to judge: one line of JSON a
// page, with its document and its plan at three widths a breakpoint (lower edge,
// middle, upper edge).
package main

import (
	"bufio"
	"flag"
	"fmt"
	"math"
	"os"

	"github.com/go-json-experiment/json"

	"kitrows/demo"
	"kitrows/internal/code"
	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/project"
	"kitrows/internal/sample"
)

type trial struct {
	Name     string
	Document string
	Plans    []*layout.Plan
}

func main() {
	pages := flag.Int("pages", 200, "how many random pages")
	seed := flag.Uint64("seed", 1, "the seed they are made from")
	flag.Parse()
	out := bufio.NewWriter(os.Stdout)
	defer out.Flush()

	given, err := demo.Project()
	if err != nil {
		panic(err)
	}
	for _, pg := range given.Pages {
		write(out, pg.Name, given, given.Kit(pg.Kit), pg)
	}
	r := sample.New(*seed)
	for i := range *pages {
		k := given.Kits[0]
		if i%4 > 0 {
			k = sample.Kit(r)
		}
		write(out, fmt.Sprintf("seed %d, page %d", *seed, i), given, k, sample.Page(r, k))
	}
}

func write(out *bufio.Writer, name string, pr *project.Project, k *kit.Kit, pg *page.Page) {
	t := trial{Name: name, Document: code.Document(k, pg, pr, code.Options{Mark: true})}
	for i := range k.Breakpoints {
		low, high, bounded := k.Range(i)
		if !bounded {
			high = low + 600
		}
		for _, v := range []float64{low, math.Floor((low + high) / 2), high} {
			t.Plans = append(t.Plans, layout.Make(k, pg, v))
		}
	}
	if err := json.MarshalWrite(out, t); err != nil {
		panic(err)
	}
	out.WriteByte('\n')
}
