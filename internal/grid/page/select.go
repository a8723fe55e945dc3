package page

// Marks are what mixin-based code can select a node by: each is empty where it does not select that node alone.
type Marks struct {
	Own   string // the selector that was chosen for it
	ID    string // its id attribute
	Class string // a class
	Tag   string // its element
	Outer string // the selector of what it stands in
	Child string // what selects it there
}

// Selector is the one that is used: what was chosen for the node; else its id, a class of its own, its element, or the
// only such element in what it stands in. It is empty where nothing selects the node.
func (m Marks) Selector() string {
	switch {
	case m.Own != "":
		return m.Own
	case m.ID != "":
		return "#" + m.ID
	case m.Class != "":
		return "." + m.Class
	case m.Tag != "":
		return m.Tag
	case m.Child != "" && m.Outer != "":
		return m.Outer + " > " + m.Child
	}
	return ""
}
