import type { FolderProblem } from '@parrot/core/folder'

/** Something a person can mend: told in words, and the command ends with 2. */
export class CliProblem extends Error {}

/** What is wrong with a folder, a line each: "rules.yaml:3:5: …". */
export const folderProblem = (folder: string, problems: readonly FolderProblem[]): CliProblem =>
  new CliProblem(
    [
      `“${folder}” cannot be read:`,
      ...problems.map(
        ({ file, line, column, message }) => `  ${[file, line, column].filter(Boolean).join(':')}: ${message}`,
      ),
    ].join('\n'),
  )
