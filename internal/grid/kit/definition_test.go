package kit_test

import (
	"reflect"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/project/ready"
)

// A stylesheet's definition gives the kit back, whatever it is called and however its classes are.
func TestDefinitionGivesTheKitBack(t *testing.T) {
	kits, err := ready.Kits()
	if err != nil {
		t.Fatal(err)
	}
	for _, one := range kits {
		for _, preset := range kit.Presets() {
			k := *one.Kit
			k.Naming, k.Shared = preset.Naming, &kit.Shared{ID: "shared", Revision: 3}
			k.Name = `*/ body { color: red } /* </style><script>"` + preset.Name
			text := ".kr-row { color: red }\n/* " + k.Definition() + " */\n"
			if strings.Count(text, "*/") != 1 || strings.Contains(text, "<") {
				t.Fatalf("%s, %s: %s", k.ID, preset.ID, text)
			}
			is := kit.Defined(text)
			if bare := kit.Undefined(text + "p { }\n"); bare != ".kr-row { color: red }p { }\n" {
				t.Errorf("%s, %s: without it there is %s", k.ID, preset.ID, bare)
			}
			k.Shared = nil
			if is == nil || !reflect.DeepEqual(*is, k) || !is.IsLike(&k) {
				t.Errorf("%s, %s: %+v from %s", k.ID, preset.ID, is, text)
			}
		}
	}
}

// What states no kit, or one that cannot be, is no definition.
func TestDefinedRefuses(t *testing.T) {
	k := twelveKit(t)
	whole := "/* " + k.Definition() + " */"
	for name, css := range map[string]string{
		"nothing":            "",
		"no end":             strings.TrimSuffix(whole, " */"),
		"no JSON":            "/* Kit: twelve columns */",
		"an unknown field":   strings.Replace(whole, `"technique"`, `"glow":1,"technique"`, 1),
		"no columns":         strings.Replace(whole, `"columns":"12"`, `"columns":"0"`, 1),
		"falling edges":      strings.Replace(whole, `"from":"0"`, `"from":"9000px"`, 1),
		"templates that are": strings.Replace(whole, `"technique"`, `"naming":{"row":"kr-frame"},"technique"`, 1),
		"no naming":          strings.Replace(whole, `"technique"`, `"naming":null,"technique"`, 1),
	} {
		if is := kit.Defined(css); is != nil {
			t.Errorf("%s: %+v", name, is)
		}
	}
}

func twelveKit(t *testing.T) *kit.Kit {
	t.Helper()
	kits, err := ready.Kits()
	if err != nil {
		t.Fatal(err)
	}
	return kits[0].Kit
}
