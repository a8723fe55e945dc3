package server

import (
	"net"
	"net/http"
	"net/netip"
	"strings"

	"kitrows/internal/write/ship"
)

// loopbackHost refuses requests whose Host is not this machine's loopback. A
// name elsewhere can be made to resolve to 127.0.0.1 (DNS rebinding); a page
// loaded under such a name could else read and change the user's projects.
func loopbackHost(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		host := r.Host
		if name, _, err := net.SplitHostPort(host); err == nil {
			host = name
		}
		addr, err := netip.ParseAddr(strings.Trim(host, "[]"))
		if host != "localhost" && (err != nil || !addr.IsLoopback()) {
			writeProblem(w, http.StatusMisdirectedRequest,
				"Host: found "+quote(r.Host)+", want localhost or a loopback address such as 127.0.0.1")
			return
		}
		next.ServeHTTP(w, r)
	})
}

// policy lets the front end use what it ships with and nothing else.
const policy = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; " +
	"connect-src 'self'; frame-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"

// documentPolicy is for generated pages, which hold what users typed: besides their own
// policy, they may be framed by us.
const documentPolicy = ship.Policy + "; base-uri 'none'; form-action 'none'; frame-ancestors 'self'; sandbox"

// measuredPolicy is for those whose boxes the window around them measures: it may look into them, which takes
// nothing from what keeps scripts out.
const measuredPolicy = documentPolicy + " allow-same-origin"

// withoutCookies lets no handler see cookies: none are set, and a browser sends those that pages of the folder's
// preview set, for cookies do not tell ports apart.
func withoutCookies(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		r.Header.Del("Cookie")
		next.ServeHTTP(w, r)
	})
}

// contentPolicy sends the headers that keep a browser from doing with an answer
// what was not meant.
func contentPolicy(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", policy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		next.ServeHTTP(w, r)
	})
}
