import { judge, type Callable } from './judge'
import { readLine } from '../reading'
import { sentences } from '../text'

/** A line put beside a condition, with how sure it is that the line calls for it. */
export interface Sample {
  readonly line: string
  readonly confidence: number
  readonly because: readonly string[]
}

/**
 * Lines to show beside a condition so that a designer sees how it is understood: of those given (what visitors said,
 * suggested questions, scripts), the surest ones and the ones just below the bar, which are worth a word.
 */
export function draftSamples(callable: Callable, lines: readonly string[], most = 6): Sample[] {
  const seen = new Set([...(callable.like ?? []), ...(callable.unlike ?? [])].map((line) => line.trim().toLowerCase()))
  const judged = lines.flatMap((line): Sample[] => {
    const key = line.trim().toLowerCase()
    if (key === '' || seen.has(key)) return []
    seen.add(key)
    return [{ line: line.trim(), ...judge(callable, readLine(line)) }]
  })
  const surest = [...judged].sort((a, b) => b.confidence - a.confidence)
  const called = surest.filter(({ confidence }) => confidence >= NEARLY)
  return called.slice(0, most)
}
/** Below this a line is too far away to be worth asking about. */
const NEARLY = 0.12

/** The questions that texts ask, such as a library's headings: lines a visitor may say. */
export const questionsIn = (text: string): string[] =>
  sentences(text).flatMap((sentence) => (sentence.text.endsWith('?') ? [sentence.text] : []))
