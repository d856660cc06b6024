import type { FolderAgent } from '@parrot/core/folder'
import { asJunit, compareRuns, playScript, type Script, type ScriptResult } from '@parrot/core/rehearsal'
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
  const runs: ScriptResult[][] = []
  for (let time = 0; time < (options.times ?? 1); time++) runs.push(await play(actor, scripts))
  const results = runs.length === 1 ? runs[0]! : together(runs)
  for (const [at, result] of results.entries())
    tellResult(result, runs.length > 1 ? runs.map((run) => run[at]!) : [], out)
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

/** Plays scripts one after the other; one that cannot be played fails alone. */
async function play({ say }: Actor, scripts: readonly Script[]): Promise<ScriptResult[]> {
  const results: ScriptResult[] = []
  for (const [at, script] of scripts.entries()) {
    const named = { id: String(at), title: script.title, turns: script.turns }
    results.push(
      await playScript(named, say).catch((error: unknown) => ({
        scriptId: named.id,
        title: script.title,
        passed: false,
        turns: [],
        error: told(error),
      })),
    )
  }
  return results
}

/** Of several runs the first that failed of each script, else the first: what is wrong is what one wants to see. */
const together = (runs: readonly (readonly ScriptResult[])[]): ScriptResult[] =>
  runs[0]!.map((first, at) => runs.map((run) => run[at]!).find(({ passed }) => !passed) ?? first)

function tellResult(result: ScriptResult, runs: readonly ScriptResult[], out: Output['out']): void {
  const held = runs.filter(({ passed }) => passed).length
  const often = runs.length > 0 && held < runs.length ? ` (held ${held} of ${runs.length} times)` : ''
  out(`  ${result.passed ? colours.green('✓') : colours.red('✗')} ${result.title}${often}`)
  if (result.error) out(`      ${colours.red(result.error)}`)
  for (const [turn, { say, reply, checks }] of result.turns.entries()) {
    const failing = checks.filter(({ passed }) => !passed)
    if (failing.length === 0) continue
    out(`      visitor: ${say}`)
    for (const { check, reason } of failing) {
      const at = checks.findIndex((each) => each.check === check)
      const times = runs.filter((run) => run.turns[turn]?.checks[at]?.passed).length
      const mark = check.soft ? colours.yellow('!') : colours.red('✗')
      out(`      ${mark} ${reason}${runs.length > 0 ? ` Held ${times} of ${runs.length} times.` : ''}`)
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
