import { describe, expect, it } from 'vitest'
import { pagesUnder, pageTree, type SurveyedPage } from './pageTree'

const page = (path: string, problem?: string): SurveyedPage => ({
  url: `https://club.example${path}`,
  title: path,
  characters: 10,
  depth: 0,
  ...(problem ? { problem } : {}),
})

describe('the pages of a site as a tree', () => {
  const tree = pageTree([page('/'), page('/tea'), page('/tea/green'), page('/tea/black', 'gone'), page('/x?a=1')])

  it('stands by the folders of the paths; a folder that is a page too has it as its first leaf', () => {
    expect(tree.map((node) => [node.name, node.page?.title, node.children.map((child) => child.name)])).toEqual([
      ['/', '/', []],
      ['tea', undefined, ['tea', 'green', 'black']],
      ['x', undefined, ['?a=1']],
    ])
  })

  it('names pages by their addresses, and folders by something else', () => {
    expect(tree[1]!.key).toBe('folder /tea')
    expect(tree[1]!.children[0]!.key).toBe('https://club.example/tea')
  })

  it('ticking a folder takes all its pages that can be read', () => {
    expect(pagesUnder(tree[1]!).map((each) => each.title)).toEqual(['/tea', '/tea/green'])
  })
})
