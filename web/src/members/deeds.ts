/** What was done, by method and route, in words; the first that fits counts. */
const DEEDS: readonly (readonly [pattern: RegExp, words: string])[] = [
  [/\/brief\/undo$/, 'took back an edit of the brief'],
  [/\/brief\/redo$/, 'made an edit of the brief again'],
  [/\/agents\/:id\/brief/, 'edited the brief'],
  [/^POST \/api\/agents\/:id\/editions$/, 'published an edition'],
  [/\/live$/, 'changed what is live'],
  [/^POST \/api\/agents\/:id\/copy$/, 'copied an agent'],
  [/^POST \/api\/agents\/folder$/, 'read in an agent'],
  [/^POST \/api\/agents$/, 'made an agent'],
  [/^DELETE \/api\/agents\/:id$/, 'removed the agent'],
  [/^POST \/api\/agents\/:id\/restore$/, 'brought the agent back'],
  [/^PATCH \/api\/agents\/:id$/, 'changed the agent'],
  [/\/sharing$/, 'changed who shares the agent'],
  [/\/sources\/:sourceId$/, 'removed a source'],
  [/\/sources$/, 'added sources'],
  [/\/answers$/, 'answered a question by hand'],
  [/\/api\/sources\//, 'changed a source'],
  [/\/proposals\/:id\/accept$/, 'accepted a proposal'],
  [/\/notes|\/proposals/, 'worked on a note'],
  [/\/scripts/, 'changed scripts'],
  [/\/rehearsals/, 'rehearsed'],
  [/\/studies/, 'made a study'],
  [/\/endpoints|\/settings/, 'changed the settings'],
  [/\/invitations/, 'invited somebody'],
  [/\/members/, 'changed the members'],
  [/\/session\/keys/, 'changed personal keys'],
  [/\/session\/password$/, 'set a new password'],
  [/^DELETE \/api\/session$/, 'signed out'],
  [/\/rule-sets/, 'changed shared rules'],
]

/** A deed in words; one that nobody thought of is told as it is. */
export const deedInWords = (what: string): string => DEEDS.find(([pattern]) => pattern.test(what))?.[1] ?? what
