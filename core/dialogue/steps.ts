import { askModel } from './ask'
import { keepBoundaries } from './boundaries'
import { checkReply } from './check'
import { askColleague, askFallback } from './colleagues'
import { deliberate } from './deliberate'
import { followDuty } from './jobs'
import { resolveFollowUp } from './followUp'
import { useGivenAnswer } from './given'
import { callPerson, handOver } from './handOver'
import { showInserts, showToolInserts } from './inserts'
import { rememberVisitor } from './memory'
import { writePrompt } from './prompt'
import { readSaid } from './read'
import { retrieve } from './retrieve'
import { callRules } from './rules'
import { lookAgain } from './secondLook'
import type { Step } from './turn'

/** One step of a turn as the registry has it. */
export interface RegisteredStep {
  readonly name: string
  /** What screens and documents call it. */
  readonly title: string
  /** What it is for, in a sentence. */
  readonly about: string
  /** Done even when the reply already stands. */
  readonly isAlways?: boolean
  readonly run: Step
}

/** A question's way, left to right; nothing runs back. Order, names and titles of the steps come from here. */
export const STEPS: readonly RegisteredStep[] = [
  { name: 'read', title: 'Reading the line', about: 'Puts slips right and tells what the line is for.', run: readSaid },
  { name: 'memory', title: 'Memory', about: 'Keeps what visitors tell of themselves.', run: rememberVisitor },
  {
    name: 'follow-up',
    title: 'Follow-up',
    about: 'Makes a line that leans on the one before stand alone.',
    run: resolveFollowUp,
  },
  {
    name: 'given',
    title: 'Answers given by hand',
    about: 'Gives a pair or model answer to the same question word for word.',
    run: useGivenAnswer,
  },
  { name: 'boundaries', title: 'Boundaries', about: 'Keeps out of the subjects the brief names.', run: keepBoundaries },
  {
    name: 'colleague',
    title: 'Colleagues',
    about: 'Lets another agent answer what is theirs.',
    run: askColleague,
  },
  {
    name: 'duty',
    title: 'Duties and tools',
    about: 'Begins and carries out duties, uses tools, and asks for what they need.',
    run: followDuty,
  },
  {
    name: 'inserts',
    title: 'Inserts',
    about: 'Shows what the brief says beside an answer, or makes a quiz, a table or a chart from the library.',
    run: showInserts,
  },
  { name: 'person', title: 'A person', about: 'Calls a person where the visitor wants one.', run: callPerson },
  { name: 'rules', title: 'Rules', about: 'Tells which rules the line calls for.', run: callRules },
  {
    name: 'deliberation',
    title: 'Taking its time',
    about: 'Decides whether the question is worth a second look.',
    run: deliberate,
  },
  { name: 'retrieval', title: 'Finding passages', about: 'Looks the questions up in the library.', run: retrieve },
  { name: 'prompt', title: 'Prompt', about: 'Puts together what the model sees.', run: writePrompt },
  { name: 'model', title: 'Model', about: 'Lets the model answer.', run: askModel },
  {
    name: 'second-look',
    title: 'Second look',
    about: 'Has a model that takes its time look at its draft once more.',
    run: lookAgain,
  },
  { name: 'checks', title: 'Checks', about: 'Holds the reply against library and brief.', run: checkReply },
  {
    name: 'fallback',
    title: 'A colleague who may know',
    about: 'Asks the colleague for what nobody knows.',
    run: askFallback,
  },
  {
    name: 'shown',
    title: 'Shown by tools',
    about: 'Puts what tools showed into the reply.',
    isAlways: true,
    run: showToolInserts,
  },
  {
    name: 'handover',
    title: 'Passing on',
    about: 'Passes the visitor on to a person where the brief or the visitor wants it, and says whether one comes.',
    isAlways: true,
    run: handOver,
  },
]
