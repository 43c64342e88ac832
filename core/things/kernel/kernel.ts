const PAGE = 65_536

/** What a WebAssembly module does, with memory for so much. */
export interface Kernel<F> {
  memory: WebAssembly.Memory
  does: F
}

/**
 * A WebAssembly module that works in memory of its own, `host.memory`. Made when it is first wanted; one of a thread, for every
 * memory takes a large range of addresses.
 * @param compiled the module, base64
 * @returns the module with at least so many bytes of memory
 */
export function kernelFrom<F>(compiled: string): (bytes: number) => Kernel<F> {
  let kernel: Kernel<F> | null = null
  return (bytes) => {
    const pages = Math.ceil(bytes / PAGE)
    if (!kernel) {
      const memory = new WebAssembly.Memory({ initial: pages })
      const module = new WebAssembly.Module(Uint8Array.from(atob(compiled), (c) => c.charCodeAt(0)))
      const { exports } = new WebAssembly.Instance(module, { host: { memory } })
      kernel = { memory, does: exports as F }
    }
    const held = kernel.memory.buffer.byteLength / PAGE
    if (held < pages) kernel.memory.grow(pages - held)
    return kernel
  }
}
