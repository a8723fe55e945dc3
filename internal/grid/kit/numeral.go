package kit

import (
	"strconv"
	"strings"
)

var (
	ones = strings.Fields("zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen " +
		"fifteen sixteen seventeen eighteen nineteen")
	tens = strings.Fields("twenty thirty forty fifty sixty seventy eighty ninety")
)

// numeral writes a number from 0 to 999 in English words, such as twenty-four.
func numeral(n int) string {
	switch {
	case n < 20:
		return ones[n]
	case n < 100:
		return strings.TrimSuffix(tens[n/10-2]+"-"+ones[n%10], "-zero")
	}
	return strings.TrimSuffix(ones[n/100]+"-hundred-"+numeral(n%100), "-zero")
}

// numerals are the numbers that classes say, by their words; built when first asked for.
var numerals = func() map[string]int {
	all := make(map[string]int, MaxGap+1)
	for n := range MaxGap + 1 {
		all[numeral(n)] = n
	}
	return all
}()

// spelled is what stands for {n} with its number in words: m2 is minus-two. What is no number
// stays as it is.
func spelled(n string) string {
	below, negative := strings.CutPrefix(n, "m")
	v, err := strconv.Atoi(below)
	switch {
	case err != nil || v < 0 || v > MaxGap:
		return n
	case negative:
		return "minus-" + numeral(v)
	}
	return numeral(v)
}

// unspelled is the inverse of spelled: it gives the number of words, or words that are none.
func unspelled(words string) string {
	below, negative := strings.CutPrefix(words, "minus-")
	v, known := numerals[below]
	switch {
	case !known:
		return words
	case negative:
		return "m" + strconv.Itoa(v)
	}
	return strconv.Itoa(v)
}
