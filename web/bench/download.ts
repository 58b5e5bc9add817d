/** Hands a text to the person as a file. */
export function download(name: string, text: string, type = 'text/csv'): void {
  const link = Object.assign(document.createElement('a'), {
    href: URL.createObjectURL(new Blob([text], { type })),
    download: name,
  })
  link.click()
  URL.revokeObjectURL(link.href)
}
