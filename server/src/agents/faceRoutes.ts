import type { FastifyRequest } from 'fastify'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { COLOURS, drawFace, FACE_WORDS, readFace } from '@parrot/core/face'
import { faceReading, uploadedFace } from '@parrot/contract'
import { notFound, HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { facePicture, shownPicture, MOST_PICTURE_BYTES } from './facePicture'
import { agentById } from './queries'

const PICTURE = /^picture:([0-9a-f]{64})$/
const WORDS = [...Object.keys(COLOURS), ...Object.keys(FACE_WORDS)]

/** Faces: drawn from the phrase that names them, or a picture that was uploaded. */
export const faceRoutes =
  ({ db, files }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/faces/:face',
      { schema: { params: z.object({ face: z.string().max(200) }) } },
      async ({ params: { face } }, reply) => {
        const hash = PICTURE.exec(face)?.[1]
        const body = hash === undefined ? drawFace(face) : readPicture(files, hash)
        return reply
          .type(hash === undefined ? 'image/svg+xml' : 'image/png')
          .header('cache-control', 'public, max-age=86400')
          .header('content-security-policy', "default-src 'none'")
          .send(typeof body === 'string' ? body : Buffer.from(body))
      },
    )

    app.get(
      '/api/face-words',
      {
        schema: { querystring: z.object({ phrase: z.string().max(200).default('') }), response: { 200: faceReading } },
      },
      async ({ query }) => {
        const { drawn, unknown } = readFace(query.phrase)
        return { drawn: [...drawn], unknown: [...unknown], words: WORDS }
      },
    )

    app.post(
      '/api/agents/:id/face',
      { schema: { params: z.object({ id: z.string() }), response: { 201: uploadedFace } } },
      async (request, reply) => {
        await agentById(db, request.params.id)
        const { bytes, name } = await pictureIn(request)
        return reply.code(201).send({ avatar: `picture:${files.keep(await facePicture(bytes, name))}` })
      },
    )

    /** A picture for answers to show. */
    app.post(
      '/api/agents/:id/pictures',
      { schema: { params: z.object({ id: z.string() }), response: { 201: z.object({ image: z.string() }) } } },
      async (request, reply) => {
        await agentById(db, request.params.id)
        const { bytes, name } = await pictureIn(request)
        return reply.code(201).send({ image: `picture:${files.keep(await shownPicture(bytes, name))}` })
      },
    )
  }

/** The picture that was sent in a form. */
export async function pictureIn(request: FastifyRequest): Promise<{ bytes: Uint8Array; name: string }> {
  const file = await request.file({ limits: { fileSize: MOST_PICTURE_BYTES } })
  if (!file)
    throw new HttpProblem(400, 'There is no picture in what was sent.', 'Send it in a form field named “file”.', {
      code: 'invalid',
    })
  const bytes = await file.toBuffer()
  const name = file.filename.replace(/^.*[\\/]/, '') || 'The file'
  if (file.file.truncated)
    throw new HttpProblem(413, `“${name}” is larger than 2 MB.`, 'Make it smaller and add it again.', {
      code: 'too-large',
    })
  return { bytes, name }
}

/** A kept picture; one that is not there is not found, and one that is no picture is never sent as one. */
function readPicture(files: Services['files'], hash: string): Uint8Array {
  try {
    const bytes = files.read(hash)
    if (bytes[0] !== 0x89 || bytes[1] !== 0x50) throw new Error('Not a PNG.')
    return bytes
  } catch {
    throw notFound('picture')
  }
}
