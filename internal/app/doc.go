// Package app is the program around the core.
//
// In: requests, a database file, a folder of the user's.
//
// Out: answers, steps in the history, files.
//
// Where to look:
//
//   - bench: everything the screens draw, composed from the other rooms.
//   - store: projects and the journal of edits in SQLite, and the library of kits.
//   - folder: the user's own folder, read, written and watched.
//   - server: the API, generated documents and the front end over HTTP.
//
// What never happens here: no layout is computed and no code is written. Slow work holds no lock that edits wait for.
package app
