import type { Survey } from '@parrot/contract'

export type SurveyedPage = Survey['pages'][number]

/** A folder of a site's addresses, or one of its pages, or both: "/shop" may be a page and hold others. */
export interface PageNode {
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

/** The pages of a survey as a tree by the folders of their paths, in the order they were found. */
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
  const home: PageNode[] = root.page ? [{ name: '/', page: root.page, children: [] }] : []
  return [...home, ...[...root.children.values()].map(grown)]
}

const grown = ({ name, page, children }: Growing): PageNode => ({
  name,
  ...(page ? { page } : {}),
  children: [...children.values()].map(grown),
})

/** All pages at and under a node that can be read. */
export const pagesUnder = (node: PageNode): SurveyedPage[] => [
  ...(node.page && node.page.problem === undefined ? [node.page] : []),
  ...node.children.flatMap(pagesUnder),
]
