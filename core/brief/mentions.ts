const MENTION = /@([\p{L}\d][\p{L}\d_-]*)/gu

/** The tools that the steps of a duty name: "use @next_sailing". */
export const toolsNamedIn = (steps: string): string[] => [
  ...new Set([...steps.matchAll(MENTION)].map((match) => match[1]!)),
]

/** A line of steps without the tools it names. */
export const withoutToolNames = (line: string): string => line.replace(MENTION, '')
