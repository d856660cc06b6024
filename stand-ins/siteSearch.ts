import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

/** How the search of the sample website is asked (OpenSearch 1.1). */
export const describedAt = (origin: string): string =>
  `<?xml version="1.0" encoding="UTF-8"?>
<OpenSearchDescription xmlns="http://a9.com/-/spec/opensearch/1.1/">
  <ShortName>Brindle Sound</ShortName>
  <Description>The pages of the ferry line</Description>
  <Url type="application/rss+xml" template="${origin}/search?q={searchTerms}&amp;page={startPage?}"/>
</OpenSearchDescription>`

const MOST = 5

/** The pages that hold most of the words asked for, as an RSS feed. */
export function foundOn(folder: string, origin: string, query: string): string {
  const asked = [...new Set(query.toLowerCase().match(/[\p{L}\d]{3,}/gu) ?? [])]
  const found = readdirSync(folder)
    .filter((name) => name.endsWith('.html'))
    .map((name) => {
      const html = readFileSync(join(folder, name), 'utf8')
      const text = html
        .replace(/<head>[\s\S]*?<\/head>/, ' ')
        .replace(/<[^>]+>/g, ' ')
        .replace(/\s+/g, ' ')
      const title = /<title>([^<]*)</.exec(html)?.[1] ?? name
      const lower = `${title} ${text}`.toLowerCase()
      const first = Math.max(0, text.toLowerCase().indexOf(asked.find((word) => lower.includes(word)) ?? ' '))
      return {
        title,
        link: `${origin}/${name === 'index.html' ? '' : name.replace('.html', '')}`,
        text: text.slice(Math.max(0, first - 60), first + 200).trim(),
        held: asked.filter((word) => lower.includes(word)).length,
      }
    })
    .filter(({ held }) => held > 0)
    .sort((a, b) => b.held - a.held)
    .slice(0, MOST)
  const items = found.map(
    ({ title, link, text }) =>
      `<item><title>${escaped(title)}</title><link>${link}</link><description>${escaped(text)}</description></item>`,
  )
  return `<?xml version="1.0" encoding="UTF-8"?><rss version="2.0"><channel><title>Search</title><link>${origin}</link><description>${escaped(query)}</description>${items.join('')}</channel></rss>`
}

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
