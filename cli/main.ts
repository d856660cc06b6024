import { Command, CommanderError, InvalidArgumentError } from 'commander'
import { ask } from './commands/ask'
import { backup } from './commands/backup'
import { diff } from './commands/diff'
import { exportAgent, importAgent } from './commands/exchange'
import { rehearse } from './commands/rehearse'
import { invite } from './commands/invite'
import type { Output } from './output'
import { CliProblem } from './problem'

const CONSOLE: Output = {
  out: (line) => void process.stdout.write(`${line}\n`),
  err: (line) => void process.stderr.write(`${line}\n`),
}

/** The exit codes: all is well, a check failed or something differs, the command itself could not be done. */
const [WELL, , CANNOT] = [0, 1, 2]

/** Runs the command line; gives its exit code. */
export async function run(argv: readonly string[], output: Output = CONSOLE): Promise<number> {
  let code = WELL
  const program = programFor(output, (result) => (code = result))
  try {
    await program.parseAsync([...argv], { from: 'user' })
    return code
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? WELL : CANNOT
    output.err(error instanceof CliProblem ? error.message : `Something went wrong: ${String(error)}`)
    return CANNOT
  }
}

function programFor(output: Output, done: (code: number) => void): Command {
  const program = new Command('parrot')
    .description('Agents as folders: rehearse them, ask them, compare them, bring them to a server and back.')
    .exitOverride()
    .configureOutput({ writeOut: (text) => output.out(text.trimEnd()), writeErr: (text) => output.err(text.trimEnd()) })
  const withModel = (command: Command) =>
    command
      .option(
        '--model <name>',
        'a model at an endpoint instead of the built-in one; its key is read from PARROT_MODEL_KEY',
      )
      .option('--at <address>', 'where that model is, http://…/v1 (or PARROT_MODEL_URL)')
  const withServer = (command: Command) =>
    command.option(
      '--server <address>',
      'the server; a key from PARROT_KEY goes with what is asked',
      process.env.PARROT_URL ?? 'http://127.0.0.1:4100',
    )

  withModel(program.command('rehearse <folder>'))
    .description('play its scripts; ends with 1 when a check fails')
    .option('--junit <file>', 'write the run as JUnit XML')
    .option('--against <other>', 'play another folder with the same scripts, and say what differs')
    .option('--only <word>', 'only scripts with this in their title, folder or tags')
    .option('--times <number>', 'play so many times and say how often each check held', positive)
    .action(async (folder: string, options) => done(await rehearse(folder, options, output)))

  withModel(program.command('ask <folder> [questions...]'))
    .description('ask it something, or talk to it line by line')
    .option('--workings', 'say how each answer was made')
    .action(async (folder: string, questions: string[], options) => done(await ask(folder, questions, options, output)))

  program
    .command('diff <before> <after>')
    .description('say what is different; ends with 1 when something is')
    .action(async (before: string, after: string) => done(await diff(before, after, output)))

  withServer(program.command('export <agent> <folder>'))
    .description('write an agent of a server out as a folder, or as a .zip')
    .option('--edition <number>', 'as it was published then', positive)
    .action(async (agent: string, folder: string, options) => done(await exportAgent(agent, folder, options, output)))

  withServer(program.command('import <folder>'))
    .description('make a new agent of a folder or a .zip on a server')
    .action(async (folder: string, options) => done(await importAgent(folder, options, output)))

  withServer(program.command('backup <file>'))
    .description('keep everything a server has in one file, while it runs; “npm run restore -- <file>” puts it back')
    .action(async (file: string, options) => done(await backup(file, options, output)))

  withServer(program.command('invite <e-mail>'))
    .description(
      'make a link for a member: for the first one, or for one who forgot the password; ask on the server’s machine',
    )
    .option(
      '--data <folder>',
      'the server’s data folder, whose key file is the proof',
      process.env.PARROT_DATA ?? './data',
    )
    .option('--role <role>', 'owner, editor, reader, or none for agents of their own', 'owner')
    .action(async (email: string, options) => done(await invite(email, options, output)))

  return program
}

function positive(value: string): number {
  const number = Number(value)
  if (!Number.isInteger(number) || number < 1 || number > 1000)
    throw new InvalidArgumentError('Give a whole number from 1.')
  return number
}
