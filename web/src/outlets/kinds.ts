import { contrast, isDark } from '@parrot/client'
import type { Outlet, OutletKind, OutletLook } from '@parrot/contract'

/** The kinds of outlets, with what each is good for. */
export const KINDS: Readonly<Record<OutletKind, { readonly name: string; readonly says: string }>> = {
  page: { name: 'Page', says: 'a page of its own, handed out by its link' },
  bubble: { name: 'Bubble', says: 'a round button on a site that opens the conversation' },
  frame: { name: 'Frame', says: 'the conversation within a page of a site' },
  api: { name: 'For programs', says: 'an address that speaks the chat-completions protocol' },
}

export const KIND_ORDER: readonly OutletKind[] = ['page', 'bubble', 'frame', 'api']

/** How an outlet stands, in a few words. */
export const stateOf = ({ state, turnsToday, turnsPerDay }: Outlet): string =>
  state === 'off'
    ? 'off'
    : state === 'paused'
      ? 'paused'
      : turnsPerDay !== null && turnsToday >= turnsPerDay
        ? 'used up for today'
        : 'on'

/** What is put on a site, or asked by a program, for an outlet at an address. */
export function codeFor(
  { kind, slug }: Pick<Outlet, 'kind' | 'slug'>,
  origin: string,
): readonly { name: string; code: string }[] {
  if (kind === 'page') return [{ name: 'Link', code: `${origin}/talk/${slug}` }]
  if (kind !== 'api')
    return [
      {
        name: kind === 'bubble' ? 'Before the end of the page' : 'Where it is to stand',
        code: `<script src="${origin}/bubble/${slug}.js" async></script>`,
      },
    ].map((each) => (kind === 'frame' ? { ...each, code: each.code.replace(' async', '') } : each))
  const body = { model: slug, messages: [{ role: 'user', content: 'When are you open?' }] }
  return [
    {
      name: 'curl',
      code: `curl ${origin}/v1/chat/completions \\\n  -H "Authorization: Bearer $KEY" \\\n  -H "Content-Type: application/json" \\\n  -d '${JSON.stringify(body)}'`,
    },
    {
      name: 'JavaScript',
      code: `const response = await fetch('${origin}/v1/chat/completions', {\n  method: 'POST',\n  headers: { authorization: \`Bearer \${process.env.KEY}\`, 'content-type': 'application/json' },\n  body: JSON.stringify(${JSON.stringify(body)}),\n})\nconst { choices } = await response.json()\nconsole.log(choices[0].message.content)`,
    },
    {
      name: 'Python',
      code: `import json, os, urllib.request\n\nrequest = urllib.request.Request(\n    "${origin}/v1/chat/completions",\n    json.dumps(${JSON.stringify(body)}).encode(),\n    {"Authorization": "Bearer " + os.environ["KEY"], "Content-Type": "application/json"},\n)\nprint(json.load(urllib.request.urlopen(request))["choices"][0]["message"]["content"])`,
    },
  ]
}

/** Least contrast of text (WCAG 2.2, 1.4.3). */
const LEAST_CONTRAST = 4.5
const PAPER = '#faf7f0'

/** What is hard to read in a look, in words; empty when nothing is. */
export function hardToRead({ accent, paper }: Pick<OutletLook, 'accent' | 'paper'>): string {
  const against = contrast(accent ?? '#1f6f5c', paper ?? PAPER)
  return against < LEAST_CONTRAST
    ? `Links and buttons are hard to read on this background: a contrast of ${against.toFixed(1)}, and 4.5 is wanted. Take a ${isDark(paper ?? PAPER) ? 'lighter' : 'darker'} accent.`
    : ''
}
