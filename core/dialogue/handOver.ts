import type { Step } from './turn'

/**
 * Notes that a person is to take over: a boundary that was hit says so, or a rule that the line calls for. Told from the
 * brief and not from the reply, so that it is the same in front of any model.
 */
export const handOver: Step = (state) => {
  const rules = state.outcome === 'unknown' ? state.calledIfUnknown : state.called
  const byRule = rules.flatMap(({ reading, at }) =>
    reading.directives.flatMap((each) =>
      each.kind === 'handOver' && !each.isReferral ? [{ to: each.to, field: `rules.${at}` }] : [],
    ),
  )[0]
  const passedOn = state.handOver ?? byRule
  if (!passedOn) return { state }
  return {
    state: { ...state, handOver: passedOn },
    report: {
      summary: `The conversation was passed on to ${passedOn.to || 'a person'}.`,
      details: [{ label: 'Asked for by', text: 'the brief', field: passedOn.field }],
    },
  }
}
