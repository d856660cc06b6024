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
    // What is told in words of its own is expected; only what is not needs its insides in the log.
    if (problem.status >= 500) request.log[error instanceof HttpProblem ? 'warn' : 'error'](error)
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
  if (codesIn(error).includes(TAKEN))
    return {
      type: 'about:blank',
      title: 'Somebody else did the same at the same moment.',
      status: 409,
      detail: 'Look at what is there now, and try again.',
      code: 'conflict',
    }
  if (codesIn(error).some((code) => UNFIT.test(code)))
    return {
      type: 'about:blank',
      title: 'Something that was sent does not fit.',
      status: 400,
      detail: 'It holds a sign that no text has, or a number that is too large.',
      code: 'invalid',
    }
  const { statusCode = 500, code, message } = error as FastifyError
  const told = TOLD[code ?? '']
  if (told) return { type: 'about:blank', status: statusCode, ...told }
  if (statusCode < 500) return { type: 'about:blank', title: message, status: statusCode }
  if (/^(?:Multipart:|Malformed part header|Unexpected end of)/.test(message))
    return {
      type: 'about:blank',
      title: 'What was sent is no whole form.',
      status: 400,
      detail: message,
      code: 'invalid',
    }
  return {
    type: 'about:blank',
    title: 'Something went wrong on the server.',
    status: 500,
    detail: 'Nothing was changed. Try again; if it happens again, the server’s log says why.',
  }
}

/** The codes of an error and of what caused it. */
function codesIn(error: unknown): string[] {
  const codes: string[] = []
  for (let each = error; each instanceof Error; each = each.cause)
    if (typeof (each as FastifyError).code === 'string') codes.push((each as FastifyError).code)
  return codes
}

/** A number or name that was given a moment before (unique_violation). */
const TAKEN = '23505'
/** Values that the database cannot hold (SQLSTATE class 22, data exceptions: NUL in a text, an integer out of range). */
const UNFIT = /^22[0-9A-Z]{3}$/
/** A write that found no room, as the file system and the database (disk_full) say it. */
const NO_ROOM: ReadonlySet<string> = new Set(['ENOSPC', 'EDQUOT', '53100'])
const isNoRoom = (error: unknown): boolean => codesIn(error).some((code) => NO_ROOM.has(code))

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
