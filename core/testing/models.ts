import type { Model } from '../dialogue'

/** An outside model that calls a tool first, and then says what it makes of what it was told. */
export const calling = (
  name: string,
  input: unknown,
  says: (told: string) => string = (told) => `I was told: ${told}`,
): Model => ({
  name: 'Outside',
  canRevise: true,
  async *answer({ messages }) {
    const last = messages.at(-1)!
    if (last.role === 'tool') yield { kind: 'text', text: says(last.content.replace(/<\/?result>|\n/g, ' ').trim()) }
    else yield { kind: 'calls', calls: [{ id: '1', name, input }] }
  },
})

/** An outside model that says its replies in turn, the last again and again; a reply may come in pieces. */
export function saying(...replies: (string | readonly string[])[]): Model & { asked: number } {
  return {
    name: 'Outside',
    canRevise: true,
    asked: 0,
    async *answer() {
      const reply = replies[Math.min(this.asked++, replies.length - 1)]!
      for (const text of typeof reply === 'string' ? [reply] : reply) yield { kind: 'text', text }
    },
  }
}
