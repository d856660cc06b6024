const MENTION = /@([\p{L}\d][\p{L}\d_-]*)/gu

/** A name as it can stand behind an “@”: "Group desk" as "Group_desk". */
export const mentionOf = (name: string): string =>
  name
    .trim()
    .replace(/[^\p{L}\d]+/gu, '_')
    .replace(/^_+|_+$/g, '')

/** The tools, inserts and colleagues that the steps of a duty name: "use @next_sailing". */
export const toolsNamedIn = (steps: string): string[] => [
  ...new Set([...steps.matchAll(MENTION)].map((match) => match[1]!)),
]

/** A line of steps without what it names behind an “@”. */
export const withoutToolNames = (line: string): string => line.replace(MENTION, '')
