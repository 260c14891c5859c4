/** Starts the download of a text file. */
export const saveFile = (name: string, text: string, type: string): void => saveBlob(name, new Blob([text], { type }))

/** Starts the download of a file. */
export function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob)
  Object.assign(document.createElement('a'), { href: url, download: name }).click()
  URL.revokeObjectURL(url)
}
