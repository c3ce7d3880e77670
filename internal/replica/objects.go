//go:build objects

package replica

import _ "github.com/benbjohnson/litestream/s3" // s3:// addresses

// Objects says whether the client for stores of objects is built in. It is half of what there is to compile,
// and few tests need it: make build and the releases set the tag.
const Objects = true
