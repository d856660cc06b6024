import type { FolderAgent } from '@parrot/core/folder'
import { asJunit, compareRuns, playScript, repeated, type Script, type ScriptResult } from '@parrot/core/rehearsal'
import { actorFor, told, type Actor, type ModelChoice } from '../actor'
import { agentIn, writeText } from '../folderFiles'
import { colours, marked, type Output } from '../output'
import { CliProblem } from '../problem'

export interface RehearseOptions extends ModelChoice {
  readonly junit?: string
  readonly against?: string
  readonly only?: string
  readonly times?: number
}

/** Plays the scripts of a folder; 0 when every check held, 1 when one did not. */
export async function rehearse(place: string, options: RehearseOptions, { out }: Output): Promise<number> {
  const began = performance.now()
  const agent = await agentIn(place)
  const scripts = chosen(agent, options.only)
  const actor = await actorFor(agent, options)
  out(`${agent.name}: ${count(scripts.length, 'script')}, ${count(agent.sources.length, 'source')}`)
  for (const { title, message } of actor.unread) out(colours.yellow(`  “${title}” was not read: ${message}`))
  const results = await play(actor, scripts, options.times)
  for (const result of results) tellResult(result, out)
  if (options.against !== undefined) {
    const other = await actorFor(await agentIn(options.against), options)
    tellAgainst(options.against, await play(other, scripts), results, out)
  }
  if (options.junit !== undefined) writeText(options.junit, asJunit(agent.name, results))
  const passed = results.filter((result) => result.passed).length
  const seconds = ((performance.now() - began) / 1000).toFixed(1)
  const line = `${passed} of ${count(results.length, 'script')} passed in ${seconds} s.`
  out(`\n${passed === results.length ? colours.green(line) : colours.red(line)}`)
  return passed === results.length ? 0 : 1
}

const count = (number: number, what: string): string => `${number} ${what}${number === 1 ? '' : 's'}`

/** The scripts whose title, folder or tags hold a word; all without one. */
function chosen({ scripts }: FolderAgent, only: string | undefined): readonly Script[] {
  if (scripts.length === 0) throw new CliProblem('There are no scripts in this folder. Write some into scripts.txt.')
  if (only === undefined) return scripts
  const word = only.toLowerCase()
  const found = scripts.filter(({ title, folder, tags }) =>
    [title, folder, ...tags].some((each) => each.toLowerCase().includes(word)),
  )
  if (found.length === 0) throw new CliProblem(`No script has “${only}” in its title, folder or tags.`)
  return found
}

/** Plays scripts one after the other, each so many times; one that cannot be played fails alone. */
async function play({ say, judge }: Actor, scripts: readonly Script[], times = 1): Promise<ScriptResult[]> {
  const results: ScriptResult[] = []
  for (const [at, { title, turns }] of scripts.entries()) {
    const plays: ScriptResult[] = []
    while (plays.length < times)
      plays.push(
        await playScript({ id: String(at), title, turns }, say, [], judge).catch((error: unknown) => ({
          scriptId: String(at),
          title,
          passed: false,
          turns: [],
          error: told(error),
        })),
      )
    results.push(repeated(plays))
  }
  return results
}

function tellResult({ passed: isPassed, title, error, turns, repeats }: ScriptResult, out: Output['out']): void {
  const often = repeats && repeats.passed < repeats.times ? ` (passed ${repeats.passed} of ${repeats.times} times)` : ''
  out(`  ${isPassed ? colours.green('✓') : colours.red('✗')} ${title}${often}`)
  if (error) out(`      ${colours.red(error)}`)
  for (const [turn, { say, reply, checks }] of turns.entries()) {
    if (checks.every(({ passed }) => passed)) continue
    out(`      visitor: ${say}`)
    for (const [at, { check, reason, passed }] of checks.entries()) {
      if (passed) continue
      const mark = check.soft ? colours.yellow('!') : colours.red('✗')
      const held = repeats ? ` Held ${repeats.held[turn]![at]} of ${repeats.times} times.` : ''
      out(`      ${mark} ${reason}${held}`)
    }
    out(colours.dim(`      agent: ${reply.replace(/\n/g, '\n             ')}`))
  }
}

/** What is different from another folder's answers: what broke and was mended, and what reads differently. */
function tellAgainst(
  place: string,
  before: readonly ScriptResult[],
  now: readonly ScriptResult[],
  out: Output['out'],
): void {
  const moved = compareRuns(before, now).filter(({ movement }) => movement !== 'same')
  const number = (movement: string) => moved.filter((each) => each.movement === movement).length
  out(`\nAgainst ${place}: ${number('broken')} broken, ${number('mended')} mended, ${number('reworded')} reworded`)
  for (const { scriptId, movement, turns } of moved) {
    const [was, is] = [before, now].map((run) => run.find((each) => each.scriptId === scriptId)!)
    out(`  ${movement === 'broken' ? colours.red(movement) : movement}: ${is!.title}`)
    for (const turn of turns) {
      out(`      visitor: ${is!.turns[turn]!.say}`)
      out(`      ${marked(was!.turns[turn]?.reply ?? '', is!.turns[turn]!.reply)}`)
    }
  }
}
