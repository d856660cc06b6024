import { briefFrom, type Brief } from '../brief'
import type { z } from 'zod'
import type { scriptSchema } from '../rehearsal'
import { bookingHelper, leadCollector } from './collecting'
import { frontDesk, policyGuide } from './answering'
import { productAdviser, trainer } from './guiding'

/** A template as it is written: a partial brief, and scripts that hold for any library. */
export interface TemplateSource {
  readonly id: string
  readonly title: string
  /** For whom and what it is, in one sentence. */
  readonly summary: string
  readonly brief: Parameters<typeof briefFrom>[0]
  readonly scripts: readonly z.input<typeof scriptSchema>[]
}

/** A full brief with scripts to begin from. */
export interface Template extends Omit<TemplateSource, 'brief'> {
  readonly brief: Brief
}

/** The templates in the order they are offered. */
export const TEMPLATES: readonly Template[] = [
  frontDesk,
  policyGuide,
  trainer,
  bookingHelper,
  productAdviser,
  leadCollector,
].map((source) => ({ ...source, brief: briefFrom(source.brief) }))

/** A template by its id. */
export const templateById = (id: string): Template | undefined => TEMPLATES.find((template) => template.id === id)
