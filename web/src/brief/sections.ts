/** The sections of the brief in the order of the document: the id each has there, and its name. */
export const SECTIONS = [
  ['identity', 'Identity'],
  ['purpose', 'Purpose'],
  ['manner', 'Manner'],
  ['rules', 'Rules'],
  ['duties', 'Duties'],
  ['tools', 'Tools'],
  ['colleagues', 'Colleagues'],
  ['boundaries', 'Boundaries'],
  ['glossary', 'Glossary'],
  ['answers', 'Model answers'],
  ['openers', 'Openers'],
  ['grounding', 'Grounding'],
  ['memory', 'Memory'],
  ['variables', 'Variables'],
  ['freeform', 'Free text'],
  ['model', 'Model'],
] as const
