import { differencesBetween } from '@parrot/core/folder'
import { agentIn } from '../folderFiles'
import { colours, marked, type Output } from '../output'

/** Says what is different between two folders; 0 when nothing is, 1 when something is. */
export async function diff(before: string, after: string, { out }: Output): Promise<number> {
  const found = await differencesBetween(await agentIn(before), await agentIn(after))
  for (const { label, kind, before: was, after: is } of found) {
    out(`${colours.bold(label)} ${kind}`)
    out(indented(kind === 'changed' ? marked(was, is) : kind === 'added' ? colours.green(is) : colours.red(was)))
  }
  out(found.length === 0 ? 'No difference.' : `\n${found.length} difference${found.length === 1 ? '' : 's'}.`)
  return found.length === 0 ? 0 : 1
}

const indented = (text: string): string => text.replace(/^/gm, '  ')
