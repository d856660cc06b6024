import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { briefSchema } from '@parrot/core/brief'
import { axesOf, profileTexts } from '@parrot/core/manner'
import { TEMPLATES } from '@parrot/core/templates'
import {
  beginning,
  draftSchema,
  interviewState,
  interviewStep,
  mannerCard,
  mannerSample,
  mannerTexts,
  mannerTrial,
  templateList,
} from '@parrot/contract'
import type { Services } from '../services'
import { modelFailure } from '../models'
import { ask, draftOf } from '../turns/subject'
import { asked } from '../models/asked'
import { endpointModel } from '../models/protocol'
import { endpointById } from '../settings/endpoints'
import { begin, draftBy, interview } from './drafts'
import { agentById } from './queries'

const params = z.object({ id: z.string() })

/** Asked of an agent to hear its manner when it suggests no question of its own. */
const SAMPLE_QUESTION = 'What can you tell me?'

/** Ways to begin a brief, and ways to hear and measure its manner. Nothing here is stored. */
export const draftRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get('/api/templates', { schema: { response: { 200: templateList } } }, async () => ({
      templates: TEMPLATES.map(({ scripts, ...template }) => ({ ...template, scripts: scripts.length })),
    }))

    app.post('/api/drafts', { schema: { body: beginning, response: { 200: draftSchema } } }, async ({ body }) => {
      const endpoint = body.from === 'sentence' ? body.endpointId : undefined
      const { brief, placements } =
        endpoint !== undefined && body.from === 'sentence'
          ? await draftBy(
              endpointModel(asked(await endpointById(services.db, endpoint), services.seal)),
              body.text,
            ).catch((error: unknown) => Promise.reject(modelFailure(error)))
          : begin(body)
      return { brief, placements }
    })

    app.post(
      '/api/drafts/interview',
      { schema: { body: interviewStep, response: { 200: interviewState } } },
      async ({ body: { brief, skipped, answer } }) => interview(brief, skipped, answer),
    )

    app.post(
      '/api/manner/profile',
      { schema: { body: mannerTexts, response: { 200: mannerCard } } },
      async ({ body }) => {
        const profile = profileTexts(body.texts) ?? null
        return { profile, axes: profile ? axesOf(profile) : [] }
      },
    )

    app.post(
      '/api/agents/:id/manner/sample',
      { schema: { params, body: mannerTrial, response: { 200: mannerSample } } },
      async ({ params: { id }, body: { manner, text } }) => {
        const subject = await draftOf(services, await agentById(services.db, id))
        const brief = briefSchema.parse({ ...subject.brief, manner })
        // A question with a model answer would be heard in that answer's words, whatever the dials say.
        const suggested = brief.openers.suggestions.filter((each) => each.trim() !== '')
        const free = suggested.find((each) => !brief.answers.some((answer) => answer.question === each))
        const question = text.trim() || free || suggested[0] || SAMPLE_QUESTION
        const state = await ask(services, { ...subject, brief }, question, []).catch((error: unknown) =>
          Promise.reject(modelFailure(error)),
        )
        return { question, reply: state.reply }
      },
    )
  }
