import { reviewBrief, touches, type Brief, type Remark } from '@parrot/core/brief'

/**
 * Remarks on a brief together with the rules of the sets it shares, which stand after its own: two rules that contradict
 * each other do so wherever each of them stands. A remark on a shared rule is made on the sets, and its mend is left out:
 * other agents use them too.
 */
export function remarksOn(withShared: Brief, ownRules: number, context: Parameters<typeof reviewBrief>[1]): Remark[] {
  const isShared = (field: string) => Number(/^rules\.(\d+)/.exec(field)?.[1] ?? -1) >= ownRules
  const shared = withShared.rules.slice(ownRules)
  return reviewBrief(withShared, context).map(({ mend, ...remark }) => {
    const isMendable = mend !== undefined && !shared.some(({ id }) => touches(mend.edit, 'rules', id))
    if (!isShared(remark.field)) return { ...remark, ...(isMendable ? { mend } : {}) }
    const rule = withShared.rules[Number(remark.field.split('.')[1])]
    return { ...remark, field: 'ruleSets', text: `“${rule?.do ?? ''}”: ${remark.text}` }
  })
}
