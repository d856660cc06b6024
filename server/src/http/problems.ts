import type { FastifyError, FastifyInstance } from 'fastify'
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod'
import type { Problem } from '@parrot/contract'

/** An expected failure on its way to the client as RFC 9457 problem details. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail?: string,
    readonly more: Pick<Problem, 'code' | 'fields' | 'extra'> = {},
  ) {
    super(title)
  }

  get problem(): Problem {
    return { type: 'about:blank', title: this.title, status: this.status, detail: this.detail, ...this.more }
  }
}

/** What was asked for is not there. */
export const notFound = (what: string): HttpProblem =>
  new HttpProblem(404, `There is no such ${what}.`, 'It may have been removed. Go back and choose again.')

/** Sends every failure as problem+json; what was not expected is logged and told without its insides. */
export function answerProblems(app: FastifyInstance): void {
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const problem = problemOf(error)
    if (problem.status >= 500) request.log.error(error)
    return reply.code(problem.status).type('application/problem+json').send(problem)
  })
  app.setNotFoundHandler((request, reply) =>
    reply
      .code(404)
      .type('application/problem+json')
      .send({ type: 'about:blank', title: `There is nothing at ${request.url.split('?')[0]}.`, status: 404 }),
  )
}

export function problemOf(error: unknown): Problem {
  if (error instanceof HttpProblem) return error.problem
  if (hasZodFastifySchemaValidationErrors(error)) {
    const fields = error.validation.map((issue) => ({
      path: issue.instancePath.replace(/^\//, '').replaceAll('/', '.'),
      message: issue.message ?? 'does not fit',
    }))
    const first = fields[0]
    return {
      type: 'about:blank',
      title: 'Something that was sent does not fit.',
      status: 400,
      detail: first ? (first.path ? `${first.path}: ${first.message}` : first.message) : undefined,
      code: 'invalid',
      fields,
    }
  }
  if (isNoRoom(error)) return noRoom().problem
  const { statusCode = 500, code, message } = error as FastifyError
  const told = TOLD[code ?? '']
  if (told) return { type: 'about:blank', status: statusCode, ...told }
  if (statusCode < 500) return { type: 'about:blank', title: message, status: statusCode }
  return {
    type: 'about:blank',
    title: 'Something went wrong on the server.',
    status: 500,
    detail: 'Nothing was changed. Try again; if it happens again, the server’s log says why.',
  }
}

/** A write that found no room: the file system says so, or the database (disk_full, or a file it could not extend). */
function isNoRoom(error: unknown): boolean {
  for (let each = error; each instanceof Error; each = each.cause) {
    const { code } = each as FastifyError
    if (code === 'ENOSPC' || code === 'EDQUOT' || code === '53100') return true
  }
  return false
}

/** What is told where there is no room. */
export const noRoom = (): HttpProblem =>
  new HttpProblem(
    507,
    'There is no room left on the disk.',
    'Nothing was changed. Make room where the data folder lies; reading goes on meanwhile.',
    { code: 'no-room' },
  )

const TOLD: Readonly<Record<string, Pick<Problem, 'title' | 'detail' | 'code'>>> = {
  FST_ERR_CTP_BODY_TOO_LARGE: { title: 'That is too large.', detail: 'Send less at once.', code: 'too-large' },
  FST_REQ_FILE_TOO_LARGE: {
    title: 'That file is larger than 200 MB.',
    detail: 'Split it into parts and add them one by one.',
    code: 'too-large',
  },
  FST_ERR_CTP_INVALID_JSON_BODY: { title: 'The body is not valid JSON.', code: 'invalid' },
}
