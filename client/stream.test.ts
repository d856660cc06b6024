import { describe, expect, it } from 'vitest'
import { BrokenOff, readEvents } from './stream'

const streamOf = (...pieces: string[]) => new Response(pieces.join('')).body!
const event = (name: string, data: unknown) => `event: ${name}\ndata: ${JSON.stringify(data)}\n\n`
const asError = ({ title }: { title: string }) => new Error(title)

describe('a stream of events', () => {
  it('hands on each event by its name and gives the last word', async () => {
    const heard: string[] = []
    const stream = streamOf(
      event('text', { text: 'Dogs ' }),
      event('beat', {}),
      event('text', { text: 'may.' }),
      event('done', 7),
    )
    const on = { text: (data: { text: string }) => heard.push(data.text) }
    expect(await readEvents<number>(stream, on, asError)).toBe(7)
    expect(heard).toEqual(['Dogs ', 'may.'])
  })

  it('tells of a problem, even after part of the answer came', async () => {
    const stream = streamOf(event('text', {}), event('problem', { title: 'The model is gone.' }))
    await expect(readEvents(stream, {}, asError)).rejects.toThrow('The model is gone.')
  })

  it('that ends without its last word broke off', async () => {
    await expect(readEvents(streamOf(event('text', {})), {}, asError)).rejects.toBeInstanceOf(BrokenOff)
  })

  it('never calls what an event happens to be named after', async () => {
    const stream = streamOf(event('toString', {}), event('done', 1))
    expect(await readEvents(stream, {}, asError)).toBe(1)
  })
})
