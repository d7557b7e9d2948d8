//go:build !js

package main

import "fmt"

// Elsewhere than in a page there is nobody to be called by.
func main() { fmt.Println("This program runs beside the page: see scripts/page.sh.") }
