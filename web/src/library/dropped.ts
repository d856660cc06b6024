/** Files deeper than this in dropped folders are not followed. */
const MAX_DEPTH = 12
const MOST_FILES = 2000

/** What was dropped: its files, and those of dropped folders, hidden ones left out. */
export async function filesDropped(data: Pick<DataTransfer, 'items' | 'files'> | null): Promise<File[]> {
  if (!data) return []
  // Entries must be asked for at once: the browser empties the list as soon as the event is over.
  const entries = [...data.items].flatMap((item) => item.webkitGetAsEntry?.() ?? [])
  if (!entries.some((entry) => entry.isDirectory)) return [...data.files]
  const files: File[] = []
  for (const entry of entries) await gather(entry, files, 0)
  return files
}

async function gather(entry: FileSystemEntry, into: File[], depth: number): Promise<void> {
  if (into.length >= MOST_FILES || depth > MAX_DEPTH || entry.name.startsWith('.')) return
  if (entry.isFile) {
    into.push(await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject)))
    return
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  // A reader hands its entries over in pieces, and an empty piece at the end.
  for (;;) {
    const piece = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
    if (piece.length === 0) return
    for (const each of piece) await gather(each, into, depth + 1)
  }
}

const baseOf = (name: string): string => name.replace(/\.[^.]+$/, '').toLowerCase()

/** Files without the recordings that have captions of the same name beside them: those say what is said in them. */
export function withoutCaptioned<T extends Pick<File, 'name' | 'type'>>(files: readonly T[]): T[] {
  const captioned = new Set(files.filter(({ name }) => /\.(?:vtt|srt)$/i.test(name)).map(({ name }) => baseOf(name)))
  return files.filter(({ name, type }) => !/^(?:audio|video)\//.test(type) || !captioned.has(baseOf(name)))
}
