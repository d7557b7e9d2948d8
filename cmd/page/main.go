//go:build js && wasm

// Command page is the core as it runs beside the page: requests in, answers out, and
// nothing else. It is compiled to WebAssembly and runs in a worker.
package main

import (
	"runtime/debug"
	"syscall/js"
)

// Garbage waits longer than usual: there is one thread, and whoever is typing waits for
// the collector too. Beyond memoryLimit it waits no longer.
const (
	garbagePercent = 1000
	memoryLimit    = 280 << 20
)

func main() {
	debug.SetGCPercent(garbagePercent)
	debug.SetMemoryLimit(memoryLimit)
	d := newDesk()
	// lexeonCall(name, request as JSON, bytes or null) answers [JSON, bytes or null].
	js.Global().Set("lexeonCall", js.FuncOf(func(_ js.Value, args []js.Value) any {
		var data []byte
		if !args[2].IsNull() {
			data = make([]byte, args[2].Get("length").Int())
			js.CopyBytesToGo(data, args[2])
		}
		answer, bytes := d.call(args[0].String(), []byte(args[1].String()), data)
		out := js.Global().Get("Array").New(answer, js.Null())
		if bytes != nil {
			array := js.Global().Get("Uint8Array").New(len(bytes))
			js.CopyBytesToJS(array, bytes)
			out.SetIndex(1, array)
		}
		return out
	}))
	js.Global().Call("lexeonReady")
	select {}
}
