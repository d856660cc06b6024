import { describe, expect, it } from 'vitest'
import { runMaker } from './replyParts'

describe('what a sentence rests on', () => {
  const support = (text: string, passageId?: string) => ({
    text,
    score: 1,
    isClaim: true,
    isSupported: true,
    by: passageId ? ('passage' as const) : ('none' as const),
    ...(passageId ? { passageId, sourceId: 's' } : {}),
  })
  const grounds = (reply: string, ...all: ReturnType<typeof support>[]) =>
    runMaker(reply, undefined, all)(reply, 0).map((run) => [run.text, run.ground?.passageId])

  it('is carried by its words, across the citation marker', () => {
    expect(grounds('Good. Dogs travel free [1]. Bye.', support('Good.'), support('Dogs travel free.', 'p1'))).toEqual([
      ['Good. ', undefined],
      ['Dogs travel free [1].', 'p1'],
      [' Bye.', undefined],
    ])
  })

  it('is found for list items too, and for nothing that is not there', () => {
    expect(grounds('- One (a) *b* [2]\n- Two', support('- Two', 'p2'), support('Three.', 'p3'))).toContainEqual([
      '- Two',
      'p2',
    ])
  })
})
