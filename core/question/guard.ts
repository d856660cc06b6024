/** Attempts to turn an agent against its brief, or to read the brief out. */
const PATTERNS: readonly (readonly [what: 'override' | 'reveal', pattern: RegExp])[] = [
  [
    'override',
    /\b(?:ignore|forget|disregard|override|bypass|drop)\b[^.?!]{0,30}\b(?:rules?|instructions?|prompts?|guidelines?|restrictions?|training|everything (?:above|before)|system message)\b/i,
  ],
  [
    'override',
    /\b(?:act|behave|respond|talk|answer) (?:as|like) (?:if you (?:were|are) )?(?:an? |the )?(?!soon|quickly|well)\w+|\bpretend (?:to be|you are|that you)|\bfrom now on,? you(?:['’]re| are| will)|\byou are now\b|\b(?:developer|admin|god|dan|jailbreak)[- ]mode\b|\bjailbreak\b|\bnew instructions?:/i,
  ],
  [
    'reveal',
    /\b(?:print|show|reveal|repeat|display|output|give|tell|write|copy|leak|list|read|what(?:['’]s| is| are| were))\b[^.?!]{0,40}\b(?:your (?:system |initial |original |hidden |secret |exact |full |own )*|(?:the|these|those|my) (?:system |initial |original |hidden |secret )+)(?:prompt|instructions?|system message|brief|configuration|rules you (?:were|are) given)\b/i,
  ],
  ['reveal', /\bsystem prompt\b|\brepeat (?:everything|all|the (?:text|words)) above\b/i],
]

/**
 * Whether a text tries to change an agent's instructions or have them told; undefined when it does not. Written for
 * English wording; it errs towards letting a line through, since the prompt is fenced and a reply is checked as well.
 */
export function tamperingIn(
  text: string,
): { readonly what: 'override' | 'reveal'; readonly words: string } | undefined {
  for (const [what, pattern] of PATTERNS) {
    const found = pattern.exec(text)
    if (found) return { what, words: found[0] }
  }
  return undefined
}
