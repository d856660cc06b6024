import type { Survey } from '@parrot/contract'

export type SurveyedPage = Survey['pages'][number]

/** A folder of a site's addresses, or one of its pages. */
export interface PageNode {
  /** The address of a page; of a folder, something no page has. */
  readonly key: string
  /** The part of the path it adds; the host for the root. */
  readonly name: string
  readonly page?: SurveyedPage
  readonly children: readonly PageNode[]
}

interface Growing {
  name: string
  page?: SurveyedPage
  children: Map<string, Growing>
}

/**
 * The pages of a survey as a tree by the folders of their paths, in the order they were found. A page that holds others
 * ("/shop") is the first leaf of its folder, so that each can be ticked alone.
 */
export function pageTree(pages: readonly SurveyedPage[]): PageNode[] {
  const root: Growing = { name: '', children: new Map() }
  for (const page of pages) {
    const { pathname, search } = new URL(page.url)
    const parts = [...pathname.split('/').filter(Boolean), ...(search ? [search] : [])]
    let at = root
    for (const part of parts) {
      const next = at.children.get(part) ?? { name: part, children: new Map() }
      at.children.set(part, next)
      at = next
    }
    at.page = page
  }
  const home = root.page ? [leaf('/', root.page)] : []
  return [...home, ...[...root.children.values()].map((node) => grown(node, ''))]
}

const leaf = (name: string, page: SurveyedPage): PageNode => ({ key: page.url, name, page, children: [] })

function grown({ name, page, children }: Growing, above: string): PageNode {
  if (page && children.size === 0) return leaf(name, page)
  const path = `${above}/${name}`
  const own = page ? [leaf(name, page)] : []
  return { key: `folder ${path}`, name, children: [...own, ...[...children.values()].map((each) => grown(each, path))] }
}

/** All pages at and under a node that can be read. */
export const pagesUnder = (node: PageNode): SurveyedPage[] => [
  ...(node.page && node.page.problem === undefined ? [node.page] : []),
  ...node.children.flatMap(pagesUnder),
]
