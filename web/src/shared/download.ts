/** Downloads something from the server without leaving the page; the server names the file. */
export function download(path: string): void {
  Object.assign(document.createElement('a'), { href: path, download: '' }).click()
}
