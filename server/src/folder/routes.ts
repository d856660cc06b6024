import { createReadStream } from 'node:fs'
import { rm, stat } from 'node:fs/promises'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { agentSchema } from '@parrot/contract'
import type { FolderProblem } from '@parrot/core/folder'
import { facePicture } from '../agents/facePicture'
import { agentById } from '../agents/queries'
import { describeAgent } from '../agents/stages'
import { TooLarge } from '../files'
import { HttpProblem } from '../http/problems'
import { nameOf, ownedBy } from '../members'
import type { Services } from '../services'
import { agentFromFolder } from './readIn'
import { agentAsKept } from './writeOut'

/** A folder up to this size is taken. */
const MOST_FOLDER_BYTES = 500 * 1024 * 1024

/** An agent as a folder of files in a ZIP, and back. */
export const folderRoutes =
  ({ db, files, pool, jobs }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/agents/:id/folder',
      {
        schema: {
          params: z.object({ id: z.string() }),
          querystring: z.object({ edition: z.coerce.number().int().min(1).max(1_000_000).optional() }),
        },
      },
      async ({ params: { id }, query: { edition } }, reply) => {
        const { slug } = await agentById(db, id)
        const agent = await agentAsKept(db, id, edition)
        const to = files.draft()
        try {
          await pool.packAgent({ agent, folder: files.folder, to })
          const { size } = await stat(to)
          const stream = createReadStream(to)
          stream.once('close', () => void rm(to, { force: true }))
          const name = edition === undefined ? slug : `${slug}-edition-${edition}`
          return await reply
            .type('application/zip')
            .header('content-disposition', `attachment; filename="${name}.zip"`)
            .header('content-length', size)
            .send(stream)
        } catch (error) {
          await rm(to, { force: true })
          throw error
        }
      },
    )

    app.post('/api/agents/folder', { schema: { response: { 201: agentSchema } } }, async (request, reply) => {
      const file = await request.file({ limits: { fileSize: MOST_FOLDER_BYTES + 1 } })
      if (!file)
        throw new HttpProblem(
          400,
          'There is no folder in what was sent.',
          'Send it as a ZIP, in a form field named “file”.',
          {
            code: 'invalid',
          },
        )
      const name = file.filename.replace(/^.*[\\/]/, '').trim() || 'The folder'
      const { path } = await files.draftOf(file.file, MOST_FOLDER_BYTES).catch((error: unknown) => {
        if (!(error instanceof TooLarge)) throw error
        throw new HttpProblem(413, `“${name}” is larger than ${MOST_FOLDER_BYTES / 1024 / 1024} MB.`)
      })
      try {
        const unpacked = await pool.unpackAgent({ path, name, folder: files.folder })
        if (!unpacked.ok) throw refusal(unpacked.problems)
        const agent = unpacked.face ? await withFace(unpacked.agent, unpacked.face) : unpacked.agent
        const made = await agentFromFolder(db, agent, await nameOf(request, db))
        await ownedBy(request, db, made.agent.id)
        await jobs.addMany('read', made.versions)
        return await reply.code(201).send(await describeAgent(db, made.agent))
      } finally {
        await rm(path, { force: true })
      }
    })

    /** The face painted anew, as every picture that comes from outside. */
    const withFace = async <Agent extends { brief: { identity: { avatar: string } } }>(
      agent: Agent,
      picture: Uint8Array,
    ): Promise<Agent> => {
      const avatar = `picture:${files.keep(await facePicture(picture, 'face.png'))}`
      return { ...agent, brief: { ...agent.brief, identity: { ...agent.brief.identity, avatar } } }
    }
  }

/** What is wrong with a folder, as a problem that names files and lines. */
function refusal(problems: readonly FolderProblem[]): HttpProblem {
  const places = problems.map(({ file, line, message }) => ({
    path: line === undefined ? file : `${file}:${line}`,
    message,
  }))
  const [first] = problems
  const where = first && `${first.file}${first.line === undefined ? '' : `, line ${first.line}`}: ${first.message}`
  const others = problems.length > 1 ? ` And ${problems.length - 1} more.` : ''
  return new HttpProblem(400, 'This folder cannot be read in; nothing of it was kept.', `${where}${others}`, {
    code: 'folder',
    fields: places,
  })
}
