/** A visitor's line, read once: what it is for, its questions, their terms, kinds, figures and days. */
export { ACTS, readLine, readPart, SIGNALS, writtenOut, type Act, type Reading, type Signal } from './read'
export { ANSWER_KINDS, readQuestion, type AnswerKind, type Question, type QuestionTerm } from './question'
export { find, holds, tokensOf, without, wordsIn, type Match, type Token } from './matcher'
