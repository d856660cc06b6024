import { describe, expect, it } from 'vitest'
import { filesDropped, withoutCaptioned } from './dropped'

const file = (name: string) => ({
  name,
  isFile: true,
  isDirectory: false,
  file: (give: (f: { name: string }) => void) => give({ name }),
})
const folder = (name: string, ...children: object[]) => ({
  name,
  isFile: false,
  isDirectory: true,
  createReader: () => {
    // Browsers hand over a piece at a time; here one entry each.
    const left = [...children]
    return { readEntries: (give: (entries: object[]) => void) => give(left.splice(0, 1)) }
  },
})
const dropped = (...entries: object[]) =>
  filesDropped({
    items: entries.map((entry) => ({ webkitGetAsEntry: () => entry })),
    files: [{ name: 'plain.md' }],
  } as unknown as DataTransfer)

describe('what is dropped on the library', () => {
  it('is the files of folders, however deep, without hidden ones', async () => {
    const files = await dropped(
      file('a.pdf'),
      folder('docs', file('b.md'), folder('old', file('c.txt')), file('.DS_Store')),
    )
    expect(files.map((each) => each.name)).toEqual(['a.pdf', 'b.md', 'c.txt'])
  })

  it('is the files themselves where no folder is among them', async () => {
    expect((await dropped(file('plain.md'))).map((each) => each.name)).toEqual(['plain.md'])
    expect(await filesDropped(null)).toEqual([])
  })
})

describe('recordings with captions beside them', () => {
  it('are left to the captions; others are kept', () => {
    const files = [
      { name: 'Talk.mp4', type: 'video/mp4' },
      { name: 'talk.vtt', type: 'text/vtt' },
      { name: 'song.mp3', type: 'audio/mpeg' },
      { name: 'talk.md', type: 'text/markdown' },
    ]
    expect(withoutCaptioned(files).map((file) => file.name)).toEqual(['talk.vtt', 'song.mp3', 'talk.md'])
  })
})
