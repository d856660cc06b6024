import { meansTheSame } from '../../rehearsal'
import { sentencesIn, shared, stemSet } from '../../text'
import { groundOf, type Case } from '../case'
import { conflictIn, passageWith } from '../causes'
import type { LibraryEdit } from '../libraryEdit'
import type { Proposal, Proposer } from './proposal'

/** What a source counts for when it is to give way, and when it is to come first. */
const [LESS, MORE] = [0.4, 1.8]
const LONGEST_PASSAGE = 20_000

const libraryProposal = (summary: string, because: string, edit: LibraryEdit): Omit<Proposal, 'kind'> => ({
  summary,
  because,
  proposed: { target: 'library', edit },
})

/** The wanted answer as a pair: a question with its fixed answer. */
export const addPair: Proposer = {
  kind: 'pair',
  answers: ['not-known', 'not-found', 'read-otherwise'],
  propose: ({ note }) =>
    note.wanted.trim() === ''
      ? []
      : [
          libraryProposal(
            'Keep your answer in the library, as an answer given by hand',
            'It is given word for word to this question and its rewordings.',
            { kind: 'pair', question: note.question, answer: note.wanted.trim() },
          ),
        ],
}

/** The sentence the answer was read from, as it should read. */
export const correctPassage: Proposer = {
  kind: 'passage-corrected',
  answers: ['sources-disagree', 'unclear', 'wrong-source'],
  propose(of) {
    const ground = groundOf(of)
    if (!ground) return []
    const conflict = conflictIn(of)
    if (conflict) {
      const isOne = conflict.one.passageId === ground.passageId
      const [wrong, right] = isOne ? [conflict.values[0], conflict.values[1]] : [conflict.values[1], conflict.values[0]]
      const text = ground.text.replace(wrong, right)
      if (text !== ground.text)
        return [
          libraryProposal(
            `Correct ${wrong} to ${right} in “${ground.sourceTitle}”, ${ground.locator.label}`,
            'The other source then agrees with it.',
            corrected(ground, text),
          ),
        ]
    }
    const wanted = of.note.wanted.trim()
    if (wanted === '' || meansTheSame(ground.text, wanted).holds) return []
    const read = sentenceLike(ground.text, of.note.sentence || wanted)
    if (!read) return []
    return [
      libraryProposal(
        `Correct the sentence in “${ground.sourceTitle}”, ${ground.locator.label}`,
        `“${read}” is what the answer was read from.`,
        corrected(ground, ground.text.replace(read, wanted).slice(0, LONGEST_PASSAGE)),
      ),
    ]
  },
}

const corrected = (ground: Ground, text: string): LibraryEdit => ({
  kind: 'correct',
  sourceId: ground.sourceId,
  passageId: ground.passageId,
  passage: ground.text,
  text,
})
type Ground = NonNullable<ReturnType<typeof groundOf>>

/** The sentence of a passage that shares most with a text. */
function sentenceLike(passage: string, text: string): string | undefined {
  const said = stemSet(text)
  return sentencesIn(passage)
    .map((sentence) => ({ sentence, alike: shared(stemSet(sentence), said) }))
    .filter(({ alike }) => alike > 0)
    .sort((a, b) => b.alike - a.alike)[0]?.sentence
}

const isAboutFacts = ({ complaint: { kinds }, note }: Case): boolean =>
  kinds.has('wrong') || kinds.has('wrongSource') || note.sentence.trim() !== ''

/** The passage that misled is kept and shown, but answers no more. */
export const excludePassage: Proposer = {
  kind: 'passage-excluded',
  answers: ['wrong-source', 'sources-disagree', 'unclear'],
  propose(of) {
    const ground = groundOf(of)
    if (!ground || !isAboutFacts(of)) return []
    const { sourceId, passageId, text } = ground
    return [
      libraryProposal(
        `Exclude the passage in “${ground.sourceTitle}”, ${ground.locator.label}`,
        'It stays in the source, and answers no more.',
        { kind: 'exclude', sourceId, passageId, passage: text },
      ),
    ]
  },
}

/** The source that misled counts less; the one that says what was wanted counts more. */
export const weighSource: Proposer = {
  kind: 'weight',
  answers: ['wrong-source', 'not-found'],
  propose(of) {
    const ground = groundOf(of)
    const wanted = passageWith(of)
    const proposals: Omit<Proposal, 'kind'>[] = []
    if (ground && of.complaint.kinds.has('wrongSource') && ground.sourceId !== wanted?.sourceId)
      proposals.push(weighed(of, ground, LESS))
    if (wanted && wanted.sourceId !== ground?.sourceId) proposals.push(weighed(of, wanted, MORE))
    return proposals
  },
}

function weighed({ library }: Case, { sourceId, sourceTitle }: Ground, weight: number): Omit<Proposal, 'kind'> {
  const was = library.careOf(sourceId).weight
  return libraryProposal(
    `Let “${sourceTitle}” count ${weight < 1 ? 'less' : 'more'} (${weight} instead of ${was})`,
    weight < 1
      ? 'Another source then comes first where both match.'
      : 'It then comes first where others match as well.',
    { kind: 'weight', sourceId, was, weight },
  )
}

/** A source that is out of date answers until yesterday. */
export const endSource: Proposer = {
  kind: 'validity',
  answers: ['wrong-source'],
  propose(of) {
    const ground = groundOf(of)
    if (!ground || !of.complaint.kinds.has('wrongSource')) return []
    const { validUntil } = of.library.careOf(ground.sourceId)
    return [
      libraryProposal(
        `Let “${ground.sourceTitle}” answer no more from today`,
        'It is out of date; it stays in the library, with its last day set.',
        { kind: 'validUntil', sourceId: ground.sourceId, was: validUntil, day: of.yesterday },
      ),
    ]
  },
}
