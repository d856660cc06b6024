import type { FastifyReply, FastifyRequest } from 'fastify'
import { McpServer } from '@modelcontextprotocol/sdk/server/mcp.js'
import { StreamableHTTPServerTransport } from '@modelcontextprotocol/sdk/server/streamableHttp.js'
import { and, eq, inArray } from 'drizzle-orm'
import { z } from 'zod'
import { replyAsText } from '@parrot/core/inserts'
import { passages } from '../database'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { editionOf } from '../turns/subject'
import type { Place } from './queries'
import { takeVisitorsTurn } from './take'

const MOST_HITS = 20

const text = (words: string) => ({ content: [{ type: 'text' as const, text: words }] })

/** The tools of a place for other programs: asking the agent, searching its library, reading a passage of it. */
async function serverFor(services: Services, place: Place): Promise<McpServer> {
  const { db, search } = services
  const subject = await editionOf(services, place.agent, place.edition)
  const name = subject.brief.identity.name || place.agent.name
  const server = new McpServer({ name: place.agent.slug, version: String(place.edition) })

  server.registerTool(
    'ask',
    {
      title: `Ask ${name}`,
      description: `Asks ${name}, ${subject.brief.identity.role || 'an agent'}. The answer comes from its own documents, which it names.`,
      inputSchema: {
        question: z.string().min(1).max(5000),
        conversation: z.string().max(64).optional().describe('goes on with the conversation an earlier answer named'),
      },
      outputSchema: {
        answer: z.string(),
        conversation: z.string(),
        sources: z.array(z.object({ marker: z.number(), title: z.string(), quote: z.string(), place: z.string() })),
      },
    },
    async ({ question, conversation }) => {
      const turn = { text: question, conversationId: conversation, isProgram: true }
      const { inserts, conversationId, citations, ...said } = await takeVisitorsTurn(services, place, turn, {})
      const reply = replyAsText(said.reply, inserts)
      const sources = citations.map(({ marker, sourceTitle, quote, locator }) => ({
        marker,
        title: sourceTitle,
        quote,
        place: locator.label,
      }))
      const structuredContent = { answer: reply, conversation: conversationId, sources }
      return { ...text(reply), structuredContent }
    },
  )

  server.registerTool(
    'search_library',
    {
      title: `Search the library of ${name}`,
      description: 'Finds passages of its documents by words and meaning, the best first.',
      inputSchema: { query: z.string().min(1).max(1000), limit: z.number().int().min(1).max(MOST_HITS).default(5) },
      outputSchema: {
        passages: z.array(z.object({ id: z.string(), title: z.string(), place: z.string(), text: z.string() })),
      },
    },
    async ({ query, limit }) => {
      const library = await search.open(subject.versions)
      const { hits } = await library.find(query, limit, subject.brief.glossary)
      const found = hits.map(({ passageId, sourceTitle, headings, locator, text: words }) => ({
        id: passageId,
        title: [sourceTitle, ...headings].join(' › '),
        place: locator.label,
        text: words,
      }))
      const told = found.map(({ id, title, text: words }) => `[${id}] ${title}\n${words}`).join('\n\n')
      return { ...text(told || 'Nothing was found.'), structuredContent: { passages: found } }
    },
  )

  server.registerTool(
    'read_passage',
    {
      title: 'Read a passage',
      description: 'Reads one passage whole, by the id a search gave.',
      inputSchema: { id: z.string().max(64) },
    },
    async ({ id }) => {
      const versions = subject.versions.map(({ versionId }) => versionId)
      const [passage] = await db
        .select()
        .from(passages)
        .where(and(eq(passages.id, id), inArray(passages.versionId, versions), eq(passages.isExcluded, false)))
      return passage ? text(passage.text) : { ...text('There is no such passage in this library.'), isError: true }
    },
  )
  return server
}

/** Answers one request of the Model Context Protocol over Streamable HTTP; nothing is kept between two of them. */
export async function answerMcp(
  services: Services,
  place: Place,
  request: FastifyRequest,
  reply: FastifyReply,
): Promise<FastifyReply> {
  if (request.method !== 'POST') throw new HttpProblem(405, 'Nothing is kept open here.', 'Send each request by POST.')
  const server = await serverFor(services, place)
  const transport = new StreamableHTTPServerTransport({ enableJsonResponse: true })
  reply.hijack()
  reply.raw.on('close', () => {
    void transport.close()
    void server.close()
  })
  await server.connect(transport as never)
  await transport.handleRequest(request.raw, reply.raw, request.body)
  return reply
}
