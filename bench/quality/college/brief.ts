import type { z } from 'zod'
import type { briefSchema } from '@parrot/contract'

/** The agent of the fourth library: the desk for students of a made-up college. */
export const collegeBrief: z.input<typeof briefSchema> = {
  identity: { name: 'Sorrel', role: 'the student desk of Larkspur College' },
  purpose: { job: 'answer questions of students about living and studying here', audience: 'Students.' },
}
