import { describe, expect, it } from 'vitest'
import {
  agentChange,
  allowedHosts,
  briefWrite,
  liveChange,
  newAgent,
  newEndpoint,
  newRehearsal,
  newSource,
  newTurn,
  scriptSchema,
  type Problem,
  problemSchema,
} from './index'

const messageOf = (result: { success: boolean; error?: { issues: { message: string }[] } }) =>
  result.error?.issues[0]?.message

describe('what crosses the border', () => {
  it('names are trimmed, needed and not too long', () => {
    expect(newAgent.parse({ name: '  Ada ' }).name).toBe('Ada')
    expect(messageOf(newAgent.safeParse({ name: '   ' }))).toBe('Give the agent a name.')
    expect(newAgent.safeParse({ name: 'x'.repeat(81) }).success).toBe(false)
    expect(agentChange.parse({ endpointId: null })).toEqual({ endpointId: null })
  })

  it('a brief may be partial, and its numbers stay in their bounds', () => {
    expect(briefWrite.parse({ revision: 1, brief: {} }).brief.manner.dials.brevity).toBe(60)
    expect(briefWrite.safeParse({ revision: 1.5, brief: {} }).success).toBe(false)
    expect(briefWrite.safeParse({ revision: 1, brief: { manner: { format: { maxWords: 2 } } } }).success).toBe(false)
  })

  it.each([
    ['https://a.example/page', true],
    ['http://10.0.0.5:8080/', true],
    ['javascript:alert(1)', false],
    ['file:///etc/passwd', false],
    ['a.example', false],
    ['http://', false],
  ])('the address %s is a page: %s', (url, isFine) => {
    expect(newSource.safeParse({ kind: 'page', url }).success).toBe(isFine)
  })

  it('a site takes its limits, or sensible ones', () => {
    expect(newSource.parse({ kind: 'site', url: 'https://a.example/' })).toMatchObject({ maxPages: 30, maxDepth: 3 })
    expect(newSource.safeParse({ kind: 'site', url: 'https://a.example/', maxPages: 100_000 }).success).toBe(false)
  })

  it.each(['intranet.example', '10.0.0.5:8080', '[::1]:80'])('the host %s can be allowed', (host) => {
    expect(allowedHosts.parse({ hosts: [host.toUpperCase()] }).hosts).toEqual([host])
  })

  it.each(['http://a.example', 'a b', '*', 'a.example/path'])('the host %s cannot', (host) => {
    expect(allowedHosts.safeParse({ hosts: [host] }).success).toBe(false)
  })

  it('turns take any line, the empty one too, and runs a draft or an edition', () => {
    expect(newTurn.parse({ text: '' }).text).toBe('')
    expect(newRehearsal.parse({}).subject).toBe('draft')
    expect(newRehearsal.safeParse({ subject: { edition: 0 } }).success).toBe(false)
    expect(liveChange.safeParse({ number: null }).success).toBe(true)
  })

  it('scripts say what is missing', () => {
    expect(messageOf(scriptSchema.safeParse({ title: '', turns: [{ say: 'x' }] }))).toBe('Give the script a title.')
    expect(messageOf(scriptSchema.safeParse({ title: 'x', turns: [] }))).toBe('A script needs at least one turn.')
  })

  it('an endpoint needs an address of the web, and a problem a title', () => {
    expect(newEndpoint.safeParse({ name: 'x', model: 'm', baseUrl: 'ftp://a' }).success).toBe(false)
    const problem: Problem = { type: 'about:blank', title: 'No.', status: 400 }
    expect(problemSchema.parse(problem)).toEqual(problem)
  })
})
