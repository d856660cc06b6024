import { z } from 'zod'

/** Agents that one may turn to. */
export const colleagueList = z.object({
  colleagues: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      isPublished: z.boolean(),
      /** False where somebody may edit the one and not look at the other: then it is not asked. */
      may: z.boolean(),
    }),
  ),
})
export type ColleagueChoice = z.infer<typeof colleagueList>['colleagues'][number]
