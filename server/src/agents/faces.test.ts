import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import sharp from 'sharp'
import { sharedTestApp, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string
beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
})
afterAll(() => app.end())

const painted = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#1f6f5c' } })

async function upload(bytes: Uint8Array | string, name = 'face.png') {
  const form = new FormData()
  form.append('file', new File([bytes as BlobPart], name))
  return app.ask('POST', `/api/agents/${agent}/face`, form)
}
const shown = (avatar: string) => app.server.inject(`/api/faces/${encodeURIComponent(avatar)}`)

describe('an uploaded face', () => {
  it.each(['png', 'jpeg', 'webp'] as const)('may be a %s, and is kept as a square', async (format) => {
    const { status, body } = await upload(await painted(300, 120).toFormat(format).toBuffer(), `me.${format}`)
    expect(status).toBe(201)
    const response = await shown(body.avatar)
    expect(response.headers['content-type']).toBe('image/png')
    expect(await sharp(response.rawPayload).metadata()).toMatchObject({ width: 256, height: 256, format: 'png' })
  })

  it('may be an SVG: what it shows is painted, what it runs or fetches is gone', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="60" onload="alert(1)"><script>alert(1)</script>' +
      '<image href="file:///etc/passwd" width="9" height="9"/><rect width="90" height="60" fill="#1f6f5c"/></svg>'
    const { status, body } = await upload(svg, 'me.svg')
    expect(status).toBe(201)
    const { rawPayload } = await shown(body.avatar)
    expect(rawPayload.subarray(1, 4).toString()).toBe('PNG')
    expect(rawPayload.includes('script')).toBe(false)
  })

  it('keeps nothing of where a photograph was taken', async () => {
    const photograph = await painted(40, 40)
      .jpeg()
      .withExif({ IFD0: { Copyright: 'Ana at 52.1, 4.3' } })
      .toBuffer()
    const { body } = await upload(photograph, 'me.jpg')
    expect((await shown(body.avatar)).rawPayload.includes('52.1')).toBe(false)
  })

  it('is refused in plain words when it is no picture, broken, or too large, and nothing is kept', async () => {
    expect(await upload('Dear committee,', 'letter.png')).toMatchObject({
      status: 415,
      body: { title: '“letter.png” is no picture that can be used here.' },
    })
    expect((await upload(await painted(9, 9).gif().toBuffer(), 'me.gif')).status).toBe(415)
    const whole = await painted(200, 200).png({ compressionLevel: 0 }).toBuffer()
    expect((await upload(whole.subarray(0, 500))).status).toBe(415)
    expect(await upload(new Uint8Array(2 * 1024 * 1024 + 1))).toMatchObject({
      status: 413,
      body: { title: '“face.png” is larger than 2 MB.' },
    })
  })

  it('is never another kept file: only pictures are sent as faces', async () => {
    const { body } = await app.ask('POST', `/api/agents/${agent}/sources`, { kind: 'note', title: 'Secret', text: 'x' })
    expect(body.id).toBeDefined()
    const hash = app.services.files.keep(new TextEncoder().encode('<script>alert(1)</script>'))
    expect((await shown(`picture:${hash}`)).statusCode).toBe(404)
    expect((await shown(`picture:${'0'.repeat(64)}`)).statusCode).toBe(404)
  })
})

describe('a drawn face', () => {
  it('tells which words it drew and which it did not understand', async () => {
    const { body } = await app.ask('GET', '/api/face-words?phrase=a%20cheerful%20sailor%20named%20Bob')
    expect(body.drawn).toEqual(['cheerful', 'sailor'])
    expect(body.unknown).toEqual(['named', 'bob'])
    expect(body.words.length).toBeGreaterThan(60)
  })

  it('is an image that may load nothing', async () => {
    const response = await shown('"><script>alert(1)</script>')
    expect(response.headers['content-type']).toContain('image/svg+xml')
    expect(response.headers['content-security-policy']).toContain("default-src 'none'")
    expect(response.body).not.toContain('script')
  })
})
