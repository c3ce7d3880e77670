//go:build !objects

package replica

// Objects says whether the client for stores of objects is built in.
const Objects = false
