import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { TestApp } from './testApp'

export type Handler = (request: IncomingMessage, response: ServerResponse) => void
export interface Asked {
  readonly method: string
  readonly url: string
  readonly headers: IncomingMessage['headers']
  readonly body: string
}

/** An outside service that answers as a test says, and remembers what it was asked. */
export interface Office {
  readonly host: string
  answer: Handler
  asked: Asked[]
  close(): void
}

/** Answers with a value as JSON. */
export const json =
  (value: unknown): Handler =>
  (_request, response) => {
    response.writeHead(200, { 'content-type': 'application/json' })
    response.end(JSON.stringify(value))
  }

export async function openOffice(): Promise<Office> {
  const server = createServer((request, response) => {
    let body = ''
    request.on('data', (part: Buffer) => (body += part.toString()))
    request.on('end', () => {
      office.asked.push({ method: request.method!, url: request.url!, headers: request.headers, body })
      office.answer(request, response)
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const office: Office = {
    host: `127.0.0.1:${(server.address() as AddressInfo).port}`,
    answer: json({}),
    asked: [],
    close: () => server.close(),
  }
  return office
}

/** A request for a level of water, as an operation of a tool. */
export const water = (more: object = {}) => ({
  name: 'water_level',
  title: 'Water level',
  input: { type: 'object', properties: { field: { type: 'string', enum: ['North', 'South'] } }, required: ['field'] },
  request: { method: 'GET', url: '/water/{{field}}', query: { unit: '{{unit}}' } },
  ...more,
})

/** Makes, tries and takes away tools of an application as its owner does. */
export function toolsOf(app: () => TestApp, office: () => Office) {
  const make = async (body: object) => (await app().ask('POST', '/api/tools', body)).body
  return {
    make,
    http: (operation: object = water(), more: object = {}) =>
      make({ kind: 'http', name: 'Water office', url: `http://${office().host}`, operations: [operation], ...more }),
    tryOut: async (tool: { id: string; operations: { name: string }[] }, input: object, more: object = {}) =>
      (await app().ask('POST', `/api/tools/${tool.id}/try`, { operation: tool.operations[0]!.name, input, ...more }))
        .body,
    remove: (tool: { id: string }) => app().ask('DELETE', `/api/tools/${tool.id}`),
  }
}
