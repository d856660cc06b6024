const YEAR = 2024
/** A Monday. */
const MONDAY = Date.UTC(YEAR, 0, 1)
const DAY_MS = 86_400_000
const namesOf = (language: string, options: Intl.DateTimeFormatOptions, dates: readonly number[]): string[] => {
  const format = new Intl.DateTimeFormat(language, { ...options, timeZone: 'UTC' })
  return dates.map((date) => format.format(date).toLowerCase())
}
const remembered = new Map<string, readonly string[]>()
const once = (key: string, make: () => string[]): readonly string[] => {
  const known = remembered.get(key)
  if (known) return known
  const made = make()
  remembered.set(key, made)
  return made
}

/** The twelve months of a language in small letters, January first. */
export const monthNames = (language: string): readonly string[] =>
  once(`months ${language}`, () =>
    namesOf(
      language,
      { month: 'long' },
      Array.from({ length: 12 }, (_, month) => Date.UTC(YEAR, month, 15)),
    ),
  )

/** The seven days of the week of a language in small letters, Monday first. */
export const dayNames = (language: string): readonly string[] =>
  once(`days ${language}`, () =>
    namesOf(
      language,
      { weekday: 'long' },
      Array.from({ length: 7 }, (_, day) => MONDAY + day * DAY_MS),
    ),
  )
