/** Hands a text over as a file to save. */
export function saveText(name: string, type: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  // The browser has taken it by then.
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
