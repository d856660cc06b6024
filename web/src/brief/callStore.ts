import { ref } from 'vue'
import { defineStore } from 'pinia'
import type { Brief, CallAnswer, CalledLine, CallRequest } from '@parrot/contract'
import { post } from '../api/client'

type Condition = CallRequest['conditions'][number]
export type ConditionCalls = CallAnswer['conditions'][number]

/** Edits are tried when they rest this long. */
const REST_MS = 700

/** The conditions of a brief that lines are judged against: its rules', boundaries', duties', tools', colleagues' and inserts', keyed by their ids. */
export function conditionsOf({ rules, boundaries, duties, tools, colleagues, inserts }: Brief): Condition[] {
  return [
    ...rules
      .filter(({ when, enabled }) => enabled && when.trim() !== '')
      .map(({ id, when, like, unlike, strength }) => ({
        key: `rule ${id}`,
        kind: 'rule' as const,
        when,
        like,
        unlike,
        strength,
      })),
    ...boundaries
      .filter(({ subject, enabled }) => enabled && subject.trim() !== '')
      .map(({ id, subject, examples, unlike }) => ({
        key: `boundary ${id}`,
        kind: 'boundary' as const,
        when: subject,
        like: said(examples),
        unlike: said(unlike),
        strength: 'always' as const,
      })),
    ...duties
      .filter(({ name, when, enabled }) => enabled && (name + when).trim() !== '')
      .map(({ id, name, when, examples, unlike }) => ({
        key: `duty ${id}`,
        kind: 'duty' as const,
        when: when.trim() || name,
        like: said(examples),
        unlike: said(unlike),
        strength: 'always' as const,
      })),
    ...(
      [
        ['tool', tools],
        ['colleague', colleagues],
        ['insert', inserts],
      ] as const
    ).flatMap(([kind, entries]) =>
      entries
        .filter(({ when, enabled }) => enabled && when.trim() !== '')
        .map(({ id, when, like, unlike, ...entry }) => ({
          key: `${kind} ${id}`,
          kind,
          ...('kind' in entry ? { shows: entry.kind } : {}),
          when,
          like: said(like),
          unlike: said(unlike),
          strength: 'always' as const,
        })),
    ),
  ]
}

const said = (lines: readonly string[]): string[] => lines.filter((line) => line.trim() !== '')

/** Which of the lines said to an agent call for which line of its brief; tried anew when the brief rests after an edit. */
export const useCalls = defineStore('calls', () => {
  const byKey = ref<ReadonlyMap<string, ConditionCalls>>(new Map())
  const lines = ref(0)
  const hasFailed = ref(false)
  let agentId = ''
  let conditions: Condition[] = []
  let timer: ReturnType<typeof setTimeout> | undefined
  let last = ''

  async function ask(): Promise<void> {
    const key = JSON.stringify(conditions)
    if (key === last) return
    last = key
    const id = agentId
    try {
      const answer = await post<CallAnswer>(`/api/agents/${id}/calls`, { conditions })
      if (id !== agentId || key !== last) return
      lines.value = answer.lines
      byKey.value = new Map(answer.conditions.map((each) => [each.key, each]))
      hasFailed.value = false
    } catch {
      last = ''
      hasFailed.value = true
    }
  }

  /** Follows a brief: what it says is tried once it rests. */
  function follow(id: string, brief: Brief): void {
    if (id !== agentId) {
      byKey.value = new Map()
      last = ''
    }
    agentId = id
    conditions = conditionsOf(brief)
    clearTimeout(timer)
    timer = setTimeout(() => void ask(), last === '' ? 0 : REST_MS)
  }

  /** How surely one line of the designer's own calls for a condition. */
  async function tryLine(key: string, line: string): Promise<CalledLine | undefined> {
    const condition = conditions.find((each) => each.key === key)
    if (!condition) return undefined
    const answer = await post<CallAnswer>(`/api/agents/${agentId}/calls`, { conditions: [condition], line })
    return answer.conditions[0]?.own
  }

  return { byKey, lines, hasFailed, follow, tryLine }
})
