package main

import (
	"syscall"
	"unsafe"
)

// clicked says whether the program was started by a double click: then the console window is its own, and
// nobody else is attached to it (GetConsoleProcessList).
func clicked() bool {
	var pids [2]uint32
	n, _, _ := syscall.NewLazyDLL("kernel32.dll").NewProc("GetConsoleProcessList").Call(
		uintptr(unsafe.Pointer(&pids[0])), uintptr(len(pids)))
	return n == 1
}
