import type { Model } from '../dialogue'

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
