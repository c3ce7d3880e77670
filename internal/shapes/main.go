// Command shapes prints for the front end what may stand in the fields of a body: web/src/api/shapes.gen.ts.
package main

import (
	"bufio"
	"fmt"
	"os"
	"strings"

	"settle/core/log"
)

func main() {
	out := bufio.NewWriter(os.Stdout)
	defer out.Flush()
	fmt.Fprint(out, `// Made by make generate from the forms in Go. Do not change it here.

/** What may stand somewhere in a body. */
export type Shape =
  | 'text'
  | 'number'
  | 'length'
  | 'measure'
  | 'choice'
  | 'flag'
  | 'any'
  | readonly [Shape]
  | { readonly [field: string]: Shape }

/** The fields of a body: those of which one is there, by the group of its step. */
export const groups = `)
	var groups, beside []log.Field
	for _, f := range log.Shapes() {
		if f.IsGroup() {
			groups = append(groups, f)
		} else {
			beside = append(beside, f)
		}
	}
	fmt.Fprintf(out, "%s as const satisfies Shape\n\n/** The fields that stand beside it. */\n", fields(groups, ""))
	fmt.Fprintf(out, "export const beside = %s as const satisfies Shape\n", fields(beside, ""))
}

func fields(all []log.Field, indent string) string {
	var b strings.Builder
	b.WriteString("{\n")
	for _, f := range all {
		fmt.Fprintf(&b, "%s  %s: %s,\n", indent, f.Name, shape(f.Shape, indent+"  "))
	}
	return b.String() + indent + "}"
}

func shape(s log.Shape, indent string) string {
	switch {
	case s.List != nil:
		return "[" + shape(*s.List, indent) + "]"
	case s.Fields != nil:
		return fields(s.Fields, indent)
	}
	return "'" + s.Word + "'"
}
