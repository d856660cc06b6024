import type { ServerResponse } from 'node:http'

const STREAM = { 'content-type': 'text/event-stream; charset=utf-8' }
const chunk = (content: string): string =>
  `data: ${JSON.stringify({ choices: [{ index: 0, delta: { content } }] })}\n\n`
const DRIP_MS = 400

/** Ways in which an endpoint fails, by the name of the model; the first is what "failing" does. */
export const FAILURES: Readonly<
  Record<string, { readonly about: string; readonly fail: (response: ServerResponse) => void }>
> = {
  'failing-429': {
    about: 'Is asked too often, and wants to be left alone for a minute.',
    fail: (response) =>
      response.writeHead(429, { 'retry-after': '60' }).end('{"error":{"message":"too many requests"}}'),
  },
  'failing-500': {
    about: 'Fails each time.',
    fail: (response) => response.writeHead(500).end('{"error":{"message":"broken"}}'),
  },
  'failing-silent': { about: 'Never says a word.', fail: (response) => response.writeHead(200, STREAM).flushHeaders() },
  'failing-drip': {
    about: 'Speaks a word now and then, and stops in the midst of a sentence.',
    fail: (response) => {
      response.writeHead(200, STREAM)
      const words = 'Let me have a look at that for you. One moment please, I am just'.split(' ')
      const timer = setInterval(() => {
        const word = words.shift()
        if (word !== undefined && !response.destroyed) return void response.write(chunk(`${word} `))
        clearInterval(timer)
        response.destroy()
      }, DRIP_MS)
    },
  },
  'failing-half': {
    about: 'Sends half a JSON.',
    fail: (response) => response.writeHead(200, STREAM).end('data: {"choices":[{"delta":{"content":"Let me\n\n'),
  },
  'failing-page': {
    about: 'Sends a web page.',
    fail: (response) =>
      response
        .writeHead(200, { 'content-type': 'text/html' })
        .end('<!doctype html><title>Sign in</title><p>Please sign in.</p>'),
  },
  'failing-empty': {
    about: 'Answers with nothing.',
    fail: (response) => response.writeHead(200, STREAM).end('data: [DONE]\n\n'),
  },
}
