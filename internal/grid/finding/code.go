package finding

// A Severity is how bad something is.
type Severity string

// The severities: what does not work, what works otherwise than most would mean it, what is only untidy, and what is no
// fault and the plan only estimates.
const (
	Broken   Severity = "broken"
	Surprise Severity = "surprise"
	Tidy     Severity = "tidy"
	Estimate Severity = "estimate"
)

// A Code says what was found, for all time the same.
type Code string

// The codes. Each has a row in Codes.
const (
	OffGrid Code = "off-grid"
	OverRow Code = "over-row"

	SumOver          Code = "sum-over"
	FreeUnits        Code = "free-units"
	GalleryRest      Code = "gallery-rest"
	OverLine         Code = "over-line"
	SpacerColumn     Code = "spacer-column"
	HiddenEverywhere Code = "hidden-everywhere"
	Repeats          Code = "repeats"
	MissingStep      Code = "missing-step"
	TooTight         Code = "too-tight"
	ReadingOrder     Code = "reading-order"
	NoAlternative    Code = "no-alternative"
	FixedWidth       Code = "fixed-width"

	Starved     Code = "starved"
	Unsupported Code = "unsupported"
	NoClass     Code = "no-class"
	Estimated   Code = "estimate"
	TooMuch     Code = "too-much"
	Burst       Code = "burst"
	StyleOnGrid Code = "style-on-grid"
	StandIn     Code = "stand-in"

	EndTagMissing    Code = "end-tag-missing"
	EndTagSurplus    Code = "end-tag-surplus"
	TagsCrossed      Code = "tags-crossed"
	TagIgnored       Code = "tag-ignored"
	AttributeDoubled Code = "attribute-doubled"
	TooDeep          Code = "too-deep"
	PageLong         Code = "page-long"

	TextInRow    Code = "text-in-row"
	RowChild     Code = "row-child"
	RowOutside   Code = "row-outside"
	Misplaced    Code = "misplaced"
	Unselected   Code = "unselected"
	ClassUnknown Code = "class-unknown"
	KitsMixed    Code = "kits-mixed"

	StylesheetTwice     Code = "stylesheet-twice"
	StylesheetMissing   Code = "stylesheet-missing"
	PartAlone           Code = "part-alone"
	GridUnread          Code = "grid-unread"
	StylesheetElsewhere Code = "stylesheet-elsewhere"
	StylesheetOrder     Code = "stylesheet-order"
	StylesheetNotLinked Code = "stylesheet-not-linked"
	MixinsNotLinked     Code = "mixins-not-linked"
	RulesNotLinked      Code = "rules-not-linked"
	RuleSkipped         Code = "rule-skipped"
	ViewportMissing     Code = "viewport-missing"

	UnreadNumbers     Code = "unread-numbers"
	UnreadContainer   Code = "unread-container"
	UnreadBreakpoints Code = "unread-breakpoints"
	UnreadWord        Code = "unread-word"
	UnreadProperty    Code = "unread-property"
	UnreadMedia       Code = "unread-media"
)

// A Row is what there is to know of a code.
type Row struct {
	Code     Code
	Severity Severity
	About    string // in a few words
}

// Codes are all that is told, in the order of the documents.
var Codes = []Row{
	{OffGrid, Surprise, "a setting comes to no whole number of units at a breakpoint"},
	{OverRow, Surprise, "a setting is more units than its row has"},
	{SumOver, Surprise, "the columns of a line come to more than the row has, so one drops to the next, and units " +
		"stay free"},
	{FreeUnits, Tidy, "units of a row's only line are free, and nothing says that they are meant to be"},
	{GalleryRest, Tidy, "the last line of equal columns is not full"},
	{OverLine, Surprise, "a column's skip, width and trail come to more than its row has"},
	{SpacerColumn, Tidy, "an empty column only takes room; a skip does that as well"},
	{HiddenEverywhere, Tidy, "something is hidden at every breakpoint"},
	{Repeats, Tidy, "a setting repeats what is carried from a narrower breakpoint"},
	{MissingStep, Surprise, "many columns a line become one at the next narrower breakpoint"},
	{TooTight, Surprise, "a column is narrower than its content is comfortable in, at some widths"},
	{ReadingOrder, Surprise, "a column stands far from where it is read"},
	{NoAlternative, Surprise, "a picture has no text in its place"},
	{FixedWidth, Surprise, "something in a column has a width in px that the grid does not know"},
	{Starved, Surprise, "a column takes units where the gutters leave no room for them"},
	{Unsupported, Surprise, "the kit's technique cannot do a setting; the text says what is drawn instead"},
	{NoClass, Broken, "the stylesheet has no class for a setting, and the page no rule of its own"},
	{Estimated, Estimate, "the plan only estimates something, which may be elsewhere in a browser"},
	{TooMuch, Broken, "a file takes more than may be spent on it, and is left out"},
	{Burst, Surprise, "the content of a column is wider than it"},
	{StyleOnGrid, Tidy, "a rule of the page's own styles reaches an element of the grid, and may move boxes"},
	{StandIn, Tidy, "a text holds the place of content to come, and is in the code that is taken away"},

	{EndTagMissing, Surprise, "an end tag is missing"},
	{EndTagSurplus, Surprise, "an end tag ends nothing"},
	{TagsCrossed, Surprise, "elements end in another order than they begin"},
	{TagIgnored, Broken, "a tag is ignored by browsers where it stands"},
	{AttributeDoubled, Tidy, "an attribute stands twice in one tag"},
	{TooDeep, Surprise, "elements stand deeper in one another than is read"},
	{PageLong, Surprise, "the page has more nodes than are listed"},

	{TextInRow, Broken, "words stand straight in a row"},
	{RowChild, Broken, "something that is no column stands straight in a row"},
	{RowOutside, Surprise, "a row stands in no container"},
	{Misplaced, Broken, "an element has a class of the grid where that does nothing"},
	{Unselected, Broken, "nothing selects a container or row for its mixins"},
	{ClassUnknown, Broken, "a class is nearly one of the kit's and is in no stylesheet"},
	{KitsMixed, Surprise, "a class is of another kit of the project than the page's"},

	{StylesheetTwice, Tidy, "a stylesheet is linked twice"},
	{PartAlone, Surprise, "nothing says with which stylesheets a part of a page is shown"},
	{StylesheetMissing, Broken, "a stylesheet that is linked is not there"},
	{GridUnread, Surprise, "the grid of a stylesheet that is linked could not be read"},
	{StylesheetElsewhere, Surprise, "a stylesheet is on another host"},
	{StylesheetOrder, Surprise, "the page's own stylesheet stands before the kit's"},
	{StylesheetNotLinked, Broken, "the kit's stylesheet is not linked"},
	{MixinsNotLinked, Surprise, "what the page's mixins come to is not linked"},
	{RulesNotLinked, Broken, "the page's own rules are not linked"},
	{RuleSkipped, Surprise, "a rule of a stylesheet cannot be read, as in browsers"},
	{ViewportMissing, Broken, "no viewport is declared"},

	{UnreadNumbers, Surprise, "how many columns a stylesheet has at a breakpoint is not understood"},
	{UnreadContainer, Surprise, "how wide a container of a stylesheet is, is not understood"},
	{UnreadBreakpoints, Surprise, "a stylesheet has more breakpoints, or others, than a kit can have"},
	{UnreadWord, Tidy, "a class looks like one of the grid's and does nothing that the grid knows"},
	{UnreadProperty, Estimate, "a property of the grid's rules is not laid out"},
	{UnreadMedia, Surprise, "a media query asks for something that is taken not to hold"},
}

// Severity is how bad what the code says is; Broken of one that has no row.
func (c Code) Severity() Severity {
	for _, row := range Codes {
		if row.Code == c {
			return row.Severity
		}
	}
	return Broken
}
