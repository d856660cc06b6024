const PAIR = /^Question: ([\s\S]*?)\nAnswer: ([\s\S]*)$/

/** The question and answer of a passage that is a pair. */
export function pairIn({ text }: { readonly text: string }): { question: string; answer: string } | undefined {
  const found = PAIR.exec(text)
  return found ? { question: found[1]!.trim(), answer: found[2]!.trim() } : undefined
}
