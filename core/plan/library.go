package plan

import (
	"embed"
	"fmt"
	"sync"
)

//go:embed plans/*.yaml
var shipped embed.FS

// Library returns the shipped plans by key. They are read and checked once;
// one that is broken is a fault of the build and panics.
var Library = sync.OnceValue(func() map[string]*Plan {
	files, err := shipped.ReadDir("plans")
	if err != nil {
		panic(err)
	}
	plans := map[string]*Plan{}
	for _, f := range files {
		text, err := shipped.ReadFile("plans/" + f.Name())
		if err != nil {
			panic(err)
		}
		p, err := Read(f.Name(), text)
		if err != nil {
			panic(fmt.Sprintf("shipped plan: %v", err))
		}
		plans[p.Key] = p
	}
	return plans
})
