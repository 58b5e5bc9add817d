/** Hands content to the person as a file. */
export function downloadBlob(name: string, content: Blob): void {
  const link = Object.assign(document.createElement('a'), { href: URL.createObjectURL(content), download: name })
  link.click()
  // Not at once: the browser may still be reading it.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
}

/** Hands a text to the person as a file. */
export const download = (name: string, text: string, type = 'text/csv'): void =>
  downloadBlob(name, new Blob([text], { type }))
