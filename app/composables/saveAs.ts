/** Hands a file to the person, as a download. */
export function saveAs(name: string, type: string, content: string | Uint8Array<ArrayBuffer>): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
