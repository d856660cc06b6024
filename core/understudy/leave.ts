/** Asks whether somebody may or can: "can I", "are we allowed to". */
export const asksLeave = (question: string): boolean => ASKS.test(question) && !ASKS_MORE.test(question)
/** "Where can my dog drink?" takes leave for granted. */
const ASKS_MORE = /^\W*(?:where|when|how|who|why)\b/i
const ASKS =
  /^\W*(?:\w+ )?(?:can|may|could)\b|\b(?:can|may|could|able to) (?:i|we|my|our|one|you|people|visitors|guests|children)\b|\ballowed to\b/i

/** Says of a thing as such that it may or may not be: what is asked to be done with it need not be named. */
export const givesLeave = (text: string): boolean =>
  /\b(?:allowed|permitted|accepted|forbidden|prohibited|banned|welcome)\b/i.test(text) || keepsAway(text)

/** "Please leave yours at home", "do not bring any": says no without a word of leave. */
export const keepsAway = (text: string): boolean =>
  /\bleave (?:yours?|them|it|your [\p{L}-]+) (?:at home|outside|behind)\b|\b(?:do not|don[’']t|never) bring\b/iu.test(
    text,
  )

/** Says that somebody may, or is served: "you can", "we offer", "is free", "are welcome". */
export const grants = (text: string): boolean =>
  /\b(?:may|can|could|allowed|permitted|welcome|possible|open|free|available|offers?|provides?|provided|accept(?:s|ed)?|includes?|included|lends?|lent|hires?|hired|we|us|our|you|your|yours|anyone|everyone|anybody|everybody|all)\b/i.test(
    text,
  )
