/** Languages an agent can be told from, by the names a rule may use. */
export const LANGUAGES: Readonly<Record<string, string>> = {
  english: 'en',
  french: 'fr',
  german: 'de',
  spanish: 'es',
  italian: 'it',
  dutch: 'nl',
}
