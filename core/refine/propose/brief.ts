import { contentTermsIn, coverage, languageOf, shared, stemSet } from '../../text'
import { placeIn, type Case } from '../case'
import { nearestBoundary, passageWith } from '../causes'
import { briefProposal, newRule, sampleOf, whenAsked } from './rules'
import { subjectOfLine } from './subject'
import type { Proposer } from './proposal'

/** A dial is moved by so much. */
const STEP = 25

/** A boundary with the line as its first sample, or one more sample for the boundary that is nearest. */
export const addBoundary: Proposer = {
  kind: 'boundary',
  answers: ['boundary-silent'],
  propose(of) {
    if (!of.complaint.kinds.has('decline')) return []
    const { note, brief } = of
    const line = sampleOf(of)
    const near = nearestBoundary(of.turn.question, brief.boundaries)
    const subject = subjectOfLine(note.question)
    const reply = note.wanted.trim().slice(0, 1000) || `I stay out of that. Please ask someone who knows your case.`
    const fresh = briefProposal(
      of,
      `Add a boundary around ${subject}`,
      'Such lines then get its reply, and nothing is looked up.',
      (draft) =>
        draft.boundaries.push({
          id: `${of.newId}-boundary`,
          subject,
          examples: [line],
          unlike: [],
          reply,
          onHit: 'decline',
          enabled: true,
        }),
    )
    if (near === undefined) return [fresh]
    const known = briefProposal(
      of,
      `Let the boundary “${brief.boundaries[near]!.subject}” hold for lines like this one`,
      'It is near the subject, and did not recognise the line.',
      (draft) => draft.boundaries[near]!.examples.push(line),
    )
    return [known, fresh]
  },
}

/** A boundary that turned the line away learns that it is not meant. */
export const narrowBoundary: Proposer = {
  kind: 'boundary-narrowed',
  answers: ['boundary-fired'],
  propose(of) {
    const at = placeIn(of.turn, 'boundaries', 'boundaries')
    if (at === undefined || of.complaint.kinds.has('decline')) return []
    return [
      briefProposal(
        of,
        `Keep the boundary “${of.brief.boundaries[at]!.subject}” from lines like this one`,
        'It turned the line away, though you want it answered.',
        (draft) => draft.boundaries[at]!.unlike.push(sampleOf(of)),
      ),
    ]
  },
}

/** A duty that asks what should have been asked learns that such a line is meant. */
export const widenDuty: Proposer = {
  kind: 'duty-widened',
  answers: ['asks-nothing'],
  propose(of) {
    if (!of.complaint.kinds.has('ask')) return []
    const said = stemSet(`${of.note.wrong}\n${of.note.wanted}\n${of.note.question}`)
    const fits = of.brief.duties
      .map((duty, at) => {
        const names = stemSet(
          [duty.name, duty.when, ...duty.ask.map(({ name, question }) => `${name} ${question}`)].join('\n'),
        )
        return { duty, at, alike: shared(names, said) }
      })
      .filter(({ duty, alike }) => duty.enabled && duty.ask.length > 0 && alike > 0)
      .sort((a, b) => b.alike - a.alike)
    return fits
      .slice(0, 1)
      .map(({ duty, at }) =>
        briefProposal(
          of,
          `Begin the duty “${duty.name}” for lines like this one`,
          'It asks for what you miss, and was not begun.',
          (draft) => draft.duties[at]!.examples.push(sampleOf(of)),
        ),
      )
  },
}

export const narrowDuty: Proposer = {
  kind: 'duty-narrowed',
  answers: ['duty-fired'],
  propose(of) {
    const at = placeIn(of.turn, 'duty', 'duties')
    if (at === undefined || of.complaint.kinds.has('ask')) return []
    return [
      briefProposal(
        of,
        `Keep the duty “${of.brief.duties[at]!.name}” from lines like this one`,
        'It took the line for its own.',
        (draft) => draft.duties[at]!.unlike.push(sampleOf(of)),
      ),
    ]
  },
}

/** A word of the visitor's that the library does not know, as another name for what the wanted passage speaks of. */
export const addTerm: Proposer = {
  kind: 'term',
  answers: ['not-found', 'not-known'],
  propose(of) {
    const passage = passageWith(of)
    if (!passage) return []
    const known = stemSet(of.brief.glossary.flatMap(({ term, also }) => [term, ...also]).join('\n'))
    const told = stemSet(passage.text)
    const stands = (word: string, within: ReadonlySet<string>) => coverage(stemSet(word), within) === 1
    const asked = contentWords(of.note.question)
    const unknown = asked.filter((word) => !stands(word, told) && !stands(word, known))
    const [term] = contentWords(of.note.wanted)
      .filter((word) => isWord(word) && stands(word, told) && !asked.includes(word))
      .sort((a, b) => rarity(of, b) - rarity(of, a))
    if (unknown.length === 0 || !term) return []
    const at = of.brief.glossary.findIndex((each) => each.term.toLowerCase() === term.toLowerCase())
    const also = unknown.slice(0, 3).map((word) => word.toLowerCase())
    return [
      briefProposal(
        of,
        `Tell the glossary that ${also.map((word) => `“${word}”`).join(' and ')} means “${term}”`,
        'Visitors and documents use different words for it.',
        (draft) => {
          if (at >= 0) draft.glossary[at]!.also.push(...also)
          else draft.glossary.push({ id: `${of.newId}-term`, term, meaning: '', also })
        },
      ),
    ]
  },
}
const contentWords = (text: string): string[] =>
  contentTermsIn(text, languageOf(text)).map(({ start, end }) => text.slice(start, end))
/** No figure and no abbreviation of two letters. */
const isWord = (text: string): boolean => /^\p{L}{3,}$/u.test(text)
/** A word few passages hold says most about one. */
const rarity = ({ library }: Case, word: string): number => -library.search(word, 20).length

/** The wanted answer as a worked example; where one answered already, in its place. */
export const addModelAnswer: Proposer = {
  kind: 'model-answer',
  answers: ['read-otherwise', 'manner'],
  propose(of) {
    const { note, brief } = of
    if (note.wanted.trim() === '') return []
    const answer = note.wanted.trim().slice(0, 4000)
    const at = placeIn(of.turn, 'given', 'answers')
    return [
      at === undefined
        ? briefProposal(
            of,
            'Keep your answer as a model answer',
            'It is given word for word to this question, and shows the tone for others.',
            (draft) =>
              draft.answers.push({
                id: `${of.newId}-answer`,
                question: note.question.slice(0, 1000),
                answer,
                why: note.wrong.slice(0, 1000),
                enabled: true,
              }),
          )
        : briefProposal(
            of,
            `Put your answer in place of the model answer to “${brief.answers[at]!.question}”`,
            'That model answer is what was given.',
            (draft) => (draft.answers[at]!.answer = answer),
          ),
    ]
  },
}

/** A model answer that was given and is wrong is switched off. */
export const dropModelAnswer: Proposer = {
  kind: 'answer-changed',
  answers: ['given'],
  propose(of) {
    const at = placeIn(of.turn, 'given', 'answers')
    if (at === undefined) return []
    return [
      briefProposal(
        of,
        `Switch the model answer to “${of.brief.answers[at]!.question}” off`,
        'It is given word for word; without it the documents are read.',
        (draft) => (draft.answers[at]!.enabled = false),
      ),
    ]
  },
}

export const setLimit: Proposer = {
  kind: 'limit',
  answers: ['manner'],
  propose(of) {
    const limit = of.checks.find((check) => check.kind === 'maxWords')
    if (!limit) return []
    const { words } = limit
    return [
      briefProposal(
        of,
        `Set the longest answer to ${words} words`,
        'The answer has more; the limit holds for every answer.',
        (draft) => (draft.manner.format.maxWords = words),
      ),
      briefProposal(
        of,
        `Add a rule: when ${whenAsked(of)}, keep the answer under ${words} words`,
        'The limit then holds for such questions alone.',
        (draft) => draft.rules.push(newRule(of, `Keep the answer under ${words} words`, whenAsked(of))),
      ),
    ]
  },
}

export const turnDial: Proposer = {
  kind: 'dial',
  answers: ['manner'],
  propose: (of) =>
    of.complaint.tone.map(({ dial, turn }) => {
      const is = of.brief.manner.dials[dial]
      const to = Math.max(0, Math.min(100, is + turn * STEP))
      return briefProposal(
        of,
        `Turn ${dial} ${turn > 0 ? 'up' : 'down'} from ${is} to ${to}`,
        'The dial stands where such answers come from.',
        (draft) => (draft.manner.dials[dial] = to),
      )
    }),
}

export const addSample: Proposer = {
  kind: 'sample',
  answers: ['manner'],
  propose: (of) =>
    of.note.wanted.trim() === '' || !of.complaint.kinds.has('offTone')
      ? []
      : [
          briefProposal(
            of,
            'Keep your answer as a sample of how it should sound',
            'Samples are followed more closely than dials.',
            (draft) => draft.manner.samples.push(of.note.wanted.trim()),
          ),
        ],
}
