import { remembered } from './remember'

const DAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'] as const
const DAY = '(mon|tues?|wed(?:nes)?|thu(?:rs?)?|fri|sat(?:ur)?|sun)(?:day)?s?'
const RANGE = new RegExp(`\\b${DAY}\\.?\\s*(?:to|until|till|through|-|–)\\s*${DAY}\\b`, 'gi')
const SINGLE = /\b(mon|tues|wednes|thurs|fri|satur|sun)days?\b/gi

const at = (name: string): number => DAYS.findIndex((day) => day.startsWith(name.toLowerCase().slice(0, 3)))

/**
 * The days of the week a text names, 0 for Monday to 6 for Sunday: "Monday to Friday" names five, "weekdays" too,
 * "weekends" two, "every day" and "daily" all. Empty when it names none.
 */
export const daysIn = remembered((text): ReadonlySet<number> => {
  const days = new Set<number>()
  if (/\b(?:every day|daily|all week|seven days a week)\b/i.test(text)) for (let day = 0; day < 7; day++) days.add(day)
  if (
    /\bweek ?days?\b|\bworking days?\b(?! (?:of|in|before|after|ahead))/i.test(text) &&
    !/(?:\d|\b(?:one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|thirty|few|several)) (?:working |week ?)days/i.test(
      text,
    )
  )
    for (let day = 0; day < 5; day++) days.add(day)
  if (/\bweekends?\b/i.test(text)) [5, 6].forEach((day) => days.add(day))
  for (const [, from, to] of text.matchAll(RANGE)) {
    for (let day = at(from!); ; day = (day + 1) % 7) {
      days.add(day)
      if (day === at(to!)) break
    }
  }
  for (const [, name] of text.matchAll(SINGLE)) days.add(at(name!))
  return days
})
