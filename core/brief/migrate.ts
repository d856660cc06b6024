import { BRIEF_VERSION, briefSchema, type Brief } from './schema'

/** A stored brief: the document and the version of the form it was stored in. */
export interface StoredBrief {
  readonly version: number
  readonly brief: unknown
}

/** Steps from each stored version to the next; step n takes version n+1 to n+2, so version 1 needs none yet. */
const STEPS: readonly ((brief: unknown) => unknown)[] = []

/** A stored brief in today's form. A version newer than this program's is refused: reading it would lose fields. */
export function migrate({ version, brief }: StoredBrief): Brief {
  if (version > BRIEF_VERSION) {
    throw new Error(
      `This brief was stored by a newer version (form ${version}; this program knows up to ${BRIEF_VERSION}). Update the program.`,
    )
  }
  return briefSchema.parse(STEPS.slice(version - 1).reduce((form, step) => step(form), brief))
}
