import { z, ZodError } from 'zod'
import { BRIEF_VERSION, briefFrom, idFromWords, migrate, ruleSchema, type Brief, type Rule } from '../brief'
import { scriptsFromText, type Script } from '../rehearsal'
import { rowsOf } from './csv'
import { FILES, manifestSchema, SHARED_RULES, type FolderAgent, type FolderFile, type FolderProblem } from './form'
import { placed } from './names'
import { readSources } from './readSources'
import { sumOf } from './sum'
import { YamlFile } from './yaml'

export type FolderRead =
  | { readonly ok: true; readonly agent: FolderAgent }
  | { readonly ok: false; readonly problems: readonly FolderProblem[] }

/** Problems told at once; more help nobody. */
const MOST_PROBLEMS = 50

/** Reads an agent from files. Everything fits, or nothing of it is taken and every problem is told with its place. */
export async function readFolder(given: readonly FolderFile[]): Promise<FolderRead> {
  const { files, problems } = placed(given, FILES.manifest)
  const found = new Map(files.map(({ path, bytes }) => [path, bytes]))
  const refused = (more: readonly FolderProblem[]): FolderRead => ({
    ok: false,
    problems: more.slice(0, MOST_PROBLEMS),
  })
  if (problems.length > 0) return refused(problems)
  const missing = [FILES.manifest, FILES.brief].find((name) => !found.has(name))
  if (missing)
    return refused([
      { file: missing, message: 'It is not there. A folder of an agent has one; was the right folder given?' },
    ])

  const read = new Parts(found, problems)
  const manifest = read.yaml(FILES.manifest, manifestSchema)
  if (!manifest) return refused(problems)
  const rules = read.rules(FILES.rules)
  const brief = read.brief(manifest.brief, rules)
  const ruleSets = [...found.keys()]
    .filter((path) => path.startsWith(`${SHARED_RULES}/`) && path.endsWith('.yaml'))
    .sort()
    .flatMap((path) => read.ruleSet(path) ?? [])
  const scripts = read.scripts()
  const { sources, keys, problems: wrong } = await readSources(found)
  problems.push(...wrong)
  const questions = wrong.length > 0 ? [] : read.questions(keys)
  const lost = brief?.ruleSets.filter((id) => !ruleSets.some((set) => set.id === id)) ?? []
  for (const id of lost)
    problems.push({ file: FILES.brief, message: `ruleSets: “${id}” is in no file of ${SHARED_RULES}.` })
  const isPicture = brief?.identity.avatar === FILES.face
  const face = isPicture ? found.get(FILES.face) : undefined
  if (isPicture && !face) problems.push({ file: FILES.face, message: 'The face that the brief names is not there.' })
  if (problems.length > 0 || !brief) return refused(problems)
  return {
    ok: true,
    agent: {
      name: manifest.name,
      brief: face ? withFace(brief, await sumOf(face)) : brief,
      ruleSets,
      scripts,
      sources,
      questions,
      ...(face ? { face: () => face } : {}),
    },
  }
}

const withFace = (brief: Brief, sum: string): Brief => ({
  ...brief,
  identity: { ...brief.identity, avatar: `picture:${sum}` },
})

const ruleSetSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(120),
  rules: z.array(z.unknown()).max(200),
})

/** Reads the parts of a folder, and notes what is wrong with them. */
class Parts {
  constructor(
    private readonly files: ReadonlyMap<string, Uint8Array>,
    private readonly problems: FolderProblem[],
  ) {}

  yaml<Schema extends z.ZodType>(path: string, schema: Schema): z.output<Schema> | undefined {
    return this.#within(path, (file) => file.read(schema))
  }

  rules(path: string): readonly Rule[] {
    if (!this.files.has(path)) return []
    const read = (file: YamlFile) => rulesIn(file, (file.value ?? []) as unknown, [])
    return this.#within(path, read) ?? []
  }

  ruleSet(path: string): FolderAgent['ruleSets'][number] | undefined {
    return this.#within(path, (file) => {
      const set = file.read(ruleSetSchema)
      return set && { id: set.id, name: set.name, rules: rulesIn(file, set.rules, ['rules']) ?? [] }
    })
  }

  brief(version: number, rules: readonly Rule[]): Brief | undefined {
    const freeform = new TextDecoder().decode(this.files.get(FILES.freeform) ?? new Uint8Array())
    return this.#within(FILES.brief, (file) => {
      if (version > BRIEF_VERSION) {
        this.problems.push({
          file: FILES.manifest,
          message: `brief: form ${version} is newer than this program knows.`,
        })
        return undefined
      }
      const given = (file.value ?? {}) as Record<string, unknown>
      try {
        const brief = migrate({ version, brief: { ...given, rules, freeform } })
        for (const path of unknownIn(given, brief)) file.problem(path, `${path.join(', ')}: a brief has no such field.`)
        return brief
      } catch (error) {
        if (!(error instanceof ZodError)) throw error
        file.note(error.issues)
        return undefined
      }
    })
  }

  scripts(): readonly Script[] {
    const bytes = this.files.get(FILES.scripts)
    const text = new TextDecoder().decode(bytes ?? new Uint8Array())
    if (text.trim() === '') return []
    const read = scriptsFromText(text)
    if (read.ok) return read.scripts
    const { line, column, problem } = read
    this.problems.push({ file: FILES.scripts, line, ...(column ? { column } : {}), message: problem })
    return []
  }

  questions(keys: readonly string[]): FolderAgent['questions'] {
    const bytes = this.files.get(FILES.questions)
    if (!bytes) return []
    const table = rowsOf(FILES.questions, bytes, ['question', 'source', 'passage'])
    if (!table.ok) {
      this.problems.push(table.problem)
      return []
    }
    return table.rows.flatMap(({ question, source, passage, line }) => {
      const at = keys.indexOf(source)
      if (question.trim() !== '' && at >= 0) return [{ question, source: at, excerpt: passage }]
      const message =
        at < 0 ? `The source “${source}” is not in ${FILES.sources}.` : 'There is no question in this row.'
      this.problems.push({ file: FILES.questions, line, message })
      return []
    })
  }

  #within<Value>(path: string, use: (file: YamlFile) => Value | undefined): Value | undefined {
    const file = new YamlFile(path, this.files.get(path)!)
    const value = file.problems.length > 0 ? undefined : use(file)
    this.problems.push(...file.problems)
    return value
  }
}

/** Rules as a file lists them, each checked alone so that its line can be told. */
function rulesIn(file: YamlFile, value: unknown, at: readonly PropertyKey[]): readonly Rule[] | undefined {
  const parsed = z.array(ruleSchema.strict().partial({ id: true })).safeParse(value)
  if (!parsed.success) {
    file.note(parsed.error.issues.map((issue) => ({ ...issue, path: [...at, ...issue.path] })))
    return undefined
  }
  // A rule written by hand may come without an id; the brief's form gives it one.
  return briefFrom({ rules: parsed.data.map((rule) => ({ ...rule, id: rule.id ?? (idFromWords(rule.do) || 'rule') })) })
    .rules
}

/** The paths of fields that a form does not have: what was read from them is in no part of what came of it. */
function unknownIn(given: unknown, read: unknown, at: readonly PropertyKey[] = []): PropertyKey[][] {
  if (Array.isArray(given) && Array.isArray(read))
    return given.flatMap((each, index) => unknownIn(each, read[index], [...at, index]))
  if (typeof given !== 'object' || given === null || typeof read !== 'object' || read === null) return []
  return Object.entries(given).flatMap(([key, value]) =>
    Object.hasOwn(read, key) ? unknownIn(value, (read as Record<string, unknown>)[key], [...at, key]) : [[...at, key]],
  )
}
