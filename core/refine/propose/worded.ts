import type { WordedEdit } from '../../errands'
import { inQuotes } from '../../text'
import type { Case } from '../case'
import { briefProposal, newRule, sampleOf } from './rules'
import type { Proposal } from './proposal'

/** Edits that a language model worded, as proposals like any other; one that names no rule of the brief is passed over. */
export function wordedProposals(of: Case, edits: readonly WordedEdit[], by: string): Proposal[] {
  const because = `“${by}” words it so; it was tried like every other.`
  return edits.flatMap((edit, at): Proposal[] => {
    switch (edit.kind) {
      case 'rule': {
        const told = edit.when === '' ? edit.do : `when ${edit.when}, ${edit.do}`
        const rule = { ...newRule(of, edit.do, edit.when), id: `${of.newId}-worded-${at + 1}` }
        return [
          { kind: 'rule', ...briefProposal(of, `Add a rule: ${told}`, because, (draft) => draft.rules.push(rule)) },
        ]
      }
      case 'changeRule': {
        const place = of.brief.rules.findIndex(({ id }) => id === edit.id)
        const rule = of.brief.rules[place]
        if (!rule || place >= of.ownRules) return []
        const summary = `Put the rule ${inQuotes(rule.do)} otherwise: ${edit.when ? `when ${edit.when}, ` : ''}${edit.do}`
        const change = briefProposal(of, summary, because, (draft) => {
          Object.assign(draft.rules[place]!, { when: edit.when, do: edit.do })
        })
        return [{ kind: 'rule-reworded', ...change }]
      }
      case 'answer':
        return [
          {
            kind: 'model-answer',
            ...briefProposal(of, `Keep a model answer: ${inQuotes(edit.answer)}`, because, (draft) =>
              draft.answers.push({
                id: `${of.newId}-worded-${at + 1}`,
                question: sampleOf(of),
                answer: edit.answer,
                why: of.note.wrong.slice(0, 1000),
                enabled: true,
              }),
            ),
          },
        ]
    }
  })
}
