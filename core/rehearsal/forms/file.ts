import { z } from 'zod'
import { scriptSchema, type Script } from '../script'
import { MOST_SCRIPTS, type ScriptsRead } from './text'

/** Version of the form; see docs/formats.md. */
const FORM = 'mild-parrot-scripts/1'
const fileSchema = z.object({ form: z.literal(FORM), scripts: z.array(scriptSchema).max(MOST_SCRIPTS) })

/** Scripts as our own JSON form, which keeps everything. */
export const scriptsAsFile = (scripts: readonly Script[]): string =>
  `${JSON.stringify({ form: FORM, scripts: scripts.map(({ title, folder, tags, turns }) => ({ title, folder, tags, turns })) }, null, 2)}\n`

/** Reads scripts from our own JSON form. */
export function scriptsFromFile(json: string): ScriptsRead {
  let value: unknown
  try {
    value = JSON.parse(json)
  } catch (error) {
    // Engines tell the place of some mistakes only.
    const at = Number(/position (\d+)/.exec(String(error))?.[1] ?? 0)
    const before = json.slice(0, at).split('\n')
    const told = error instanceof Error ? error.message : ''
    return { ok: false, line: before.length, column: before.at(-1)!.length + 1, problem: `This is no JSON: ${told}` }
  }
  const parsed = fileSchema.safeParse(value)
  if (parsed.success) return { ok: true, scripts: parsed.data.scripts }
  const { path, message } = parsed.error.issues[0]!
  return { ok: false, line: 1, problem: `${path.join('.') || 'the file'}: ${message}` }
}
