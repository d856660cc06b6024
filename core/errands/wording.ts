import { z } from 'zod'
import { errandMessages, jsonIn, type Errand } from './errand'

/** The heading a model is asked under to word edits that would mend an answer. */
export const WORDING_TITLE = '# Word edits that would mend an answer'

const MOST = 3
const line = z.string().trim().min(1)
const editSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('rule'), when: z.string().trim().max(600).default(''), do: line.max(600) }),
  z.object({ kind: z.literal('changeRule'), id: line.max(64), when: z.string().trim().max(600), do: line.max(600) }),
  z.object({ kind: z.literal('answer'), answer: line.max(2000) }),
])

/** An edit as a model words it: a new rule, a rule put otherwise, or the answer as it should be. */
export type WordedEdit = z.infer<typeof editSchema>

/** What a model is told of a noted answer. */
export interface NotedAnswer {
  readonly question: string
  readonly reply: string
  readonly wrong: string
  readonly wanted: string
  readonly rules: readonly { readonly id: string; readonly when: string; readonly do: string }[]
}

/** Asks for edits of the rules, or a model answer, that would mend an answer; those that do not fit the form are passed over. */
export const wording = (noted: NotedAnswer): Errand<readonly WordedEdit[]> => ({
  messages: errandMessages(
    WORDING_TITLE,
    [
      'You are given the rules of a conversational agent, a question, its reply, and what its designer says is wrong.',
      `Answer with a JSON list of at most ${MOST} edits and nothing else. Each is one of`,
      '{"kind":"rule","when":"the visitor asks about …","do":"…"} (a new rule; "when" empty for always),',
      '{"kind":"changeRule","id":"…","when":"…","do":"…"} (a rule of the list put otherwise),',
      '{"kind":"answer","answer":"…"} (the answer as it should be, if it can be told from what is given).',
      'Write rules as the others are written. Put in no fact, price or name that is not given.',
    ],
    JSON.stringify(noted, null, 1),
  ),
  read: (answer) => {
    const list = z.array(z.unknown()).safeParse(jsonIn(answer))
    return list.success ? list.data.flatMap((each) => editSchema.safeParse(each).data ?? []).slice(0, MOST) : undefined
  },
})
