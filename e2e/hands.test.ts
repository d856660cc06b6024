import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { openWorld, type World } from './world'

/** For every hand and eye: what the keyboard alone does, where the focus goes, and what a reader of screens is told. */
let world: World
let marlow: string
let tool: string
let relay: string
beforeAll(async () => {
  world = await openWorld()
  marlow = await world.agent('Marlow')
  const id = marlow.split('/').at(-1)
  const begin = (what: string, body: object) =>
    fetch(`${world.url}/api/agents/${id}/${what}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  await begin('notes', { question: 'Do children need a ticket?', wrong: 'Never say “yo-ho-ho”' })
  await begin('studies', { kind: 'effects' })
  const first = async (path: string, list: 'tools' | 'relays'): Promise<string> =>
    ((await (await fetch(`${world.url}/api${path}`)).json()) as Record<string, { id: string }[]>)[list]![0]!.id
  tool = `/tools/${await first('/tools', 'tools')}`
  relay = `${marlow}/release/relays/${await first(`${marlow}/relays`, 'relays')}`
}, 120_000)
afterAll(() => world.end())

const focused = (page: Page) =>
  page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent?.trim())

describe('the keyboard alone', () => {
  it('asks, changes a rule, asks again and compares in at most 25 strokes', async () => {
    const page = await world.open(`${marlow}/library`)
    await page.getByRole('heading', { name: 'Library', level: 1 }).waitFor()
    let strokes = 0
    const press = async (...keys: string[]) => {
      for (const key of keys) {
        strokes++
        await page.keyboard.press(key)
      }
    }
    await press('/')
    await page.keyboard.type('What does a refund cost?')
    await press('Enter')
    const lines = page.locator('.sheet article')
    await lines.first().getByRole('button', { name: 'Show workings' }).waitFor()
    // Out of the field, the sheet down, to the brief, to its rules, to what the first one does.
    await press('Escape', 'Escape', 'g', 'b')
    await page.getByRole('textbox', { name: 'Job' }).waitFor()
    await press('s', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'Enter', 'Tab', 'Tab')
    expect(await focused(page)).toBe('Rule 1: do')
    await press('End')
    await page.keyboard.type(' and say “Ask for Wren.”')
    await press('Escape', 'r')
    await page.locator('.sheet').getByLabel('Answer before').waitFor()
    await page.locator('.sheet').getByLabel('Answer now').last().waitFor()
    expect(strokes).toBeLessThanOrEqual(25)
    await page.close()
  })

  it('goes from the menu of sections to the section itself, not only with the eye', async () => {
    const page = await world.open(`${marlow}/brief`)
    await page.getByRole('textbox', { name: 'Job' }).waitFor()
    expect(await page.locator('.contents [aria-current]').textContent()).toContain('Identity')
    await page.getByRole('link', { name: 'Glossary' }).click()
    expect(await focused(page)).toBe('Glossary')
    await page.keyboard.press('Tab')
    expect(await page.evaluate(() => document.activeElement?.closest('#glossary') !== null)).toBe(true)
    await page.close()
  })

  it('undoes in a text field what was typed there, and outside of one the last edit; with Shift it redoes', async () => {
    const page = await world.open(`${await world.agent('Pip')}/brief`)
    const job = page.getByRole('textbox', { name: 'Job' })
    await job.waitFor()
    const before = await job.inputValue()
    await job.press('End')
    await page.keyboard.type(' and knots')
    // A slow machine may take the typing for several goes, each taken back by itself.
    await expect
      .poll(async () => {
        await page.keyboard.press('Control+z')
        return job.inputValue()
      })
      .toBe(before)
    await page.getByText(/✓ Saved/).waitFor()
    await job.fill(`${before} and ropes`)
    await page.getByText(/✓ Saved/).waitFor()
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+z')
    await expect.poll(() => job.inputValue()).toBe(before)
    await page.keyboard.press('Control+Shift+Z')
    await expect.poll(() => job.inputValue()).toBe(`${before} and ropes`)
    await page.close()
  })

  it('takes back what a notice tells of with one key, and the notice waits while one is at it', async () => {
    const page = await world.open(`${marlow}/rehearse`)
    await page.locator('[data-script]').first().waitFor()
    const many = await page.locator('[data-script]').count()
    await page.getByRole('button', { name: 'Remove' }).click()
    await expect.poll(() => page.locator('[data-script]').count()).toBe(many - 1)
    await page.locator('h1').click()
    await page.keyboard.press('u')
    await expect.poll(() => page.locator('[data-script]').count()).toBe(many)
    await page.close()
  })
})

describe('lists of the brief', () => {
  let page: Page
  beforeAll(async () => {
    page = await world.open(`${await world.agent('Pip')}/brief`)
    await page.getByRole('textbox', { name: 'Job' }).waitFor()
  })

  it('put the cursor into the rule that was added, also where there was none', async () => {
    const list = page.locator('[data-field="rules"]')
    const many = await list.locator('[data-entry]').count()
    await page.getByRole('button', { name: 'Add a rule' }).click()
    await expect.poll(() => focused(page)).toBe(`Rule ${many + 1}: do`)
    await page.keyboard.type('say “Hold on.”')
    await page.keyboard.press('Enter')
    await expect.poll(() => focused(page)).toBe(`Rule ${many + 2}: do`)
    expect(await page.getByLabel(`Rule ${many + 1}: do`).inputValue()).toBe('say “Hold on.”')
    await page.getByRole('button', { name: 'Add a variable' }).click()
    await expect
      .poll(() => page.evaluate(() => document.activeElement?.closest('[data-field="variables.0"]') !== null))
      .toBe(true)
  })

  it('add one blank entry, however often one presses', async () => {
    const samples = page.locator('[data-field="manner.samples"] textarea')
    const many = await samples.count()
    await page.getByRole('button', { name: 'Add a sample' }).focus()
    await page.keyboard.press('Enter')
    await expect.poll(() => samples.count()).toBe(many + 1)
    await expect.poll(() => focused(page)).toBe(`Sample ${many + 1}`)
    for (let time = 0; time < 3; time++) await page.getByRole('button', { name: 'Add a sample' }).click()
    expect(await samples.count()).toBe(many + 1)
  })

  it('let one out with Escape, so that a shortcut is no letter', async () => {
    const rule = page.getByLabel('Rule 1: do')
    await rule.focus()
    const before = await rule.inputValue()
    await page.keyboard.press('Escape')
    await page.keyboard.press('g')
    await page.keyboard.press('l')
    await page.getByRole('heading', { name: 'Library', level: 1 }).waitFor()
    await page.keyboard.press('g')
    await page.keyboard.press('b')
    expect(await page.getByLabel('Rule 1: do').inputValue()).toBe(before)
  })

  it('keep the remark on a line beside it while one types there', async () => {
    await page.setViewportSize({ width: 1400, height: 800 })
    const line = page.getByLabel('Rule 1: do')
    await line.fill('Answer appropriately')
    const note = page.locator('[data-field="rules.0"] .remarks')
    await note.waitFor()
    await line.focus()
    const apart = async () => {
      const [a, b] = await Promise.all([page.locator('[data-field="rules.0"]').boundingBox(), note.boundingBox()])
      return Math.abs(a!.y - b!.y)
    }
    await expect.poll(apart).toBeLessThan(140)
    await page.keyboard.type(' and so on')
    await expect.poll(apart).toBeLessThan(140)
    await page.close()
  })
})

describe('the visitor’s page', () => {
  it('keeps the newest answer in sight, draws its Markdown, and tells it once', async () => {
    const page = await world.open('/talk/marlow')
    await page.setViewportSize({ width: 800, height: 560 })
    await page.locator('.reply').first().waitFor()
    for (const question of [
      'Can I bring my dog?',
      'What are the fares?',
      'When is the last boat?',
      'May I bring a bike?',
      'How do I get a refund?',
      'Where is the quay?',
    ]) {
      const many = await page.locator('.reply').count()
      await page.getByRole('textbox').fill(question)
      await page.keyboard.press('Enter')
      await page.locator('.reply:not(.waiting)').nth(many).waitFor()
    }
    const seen = await page.evaluate(() => {
      const reply = [...document.querySelectorAll('.reply')].at(-1)!.getBoundingClientRect()
      const form = document.querySelector('.asking')!.getBoundingClientRect()
      return { top: reply.top, bottom: reply.bottom, foot: form.top }
    })
    expect(seen.bottom).toBeLessThanOrEqual(seen.foot + 1)
    // What is new is told once, when it is whole; who is here and the network have lines of their own, empty now.
    const told = (await page.getByRole('status').allTextContents()).filter((text) => text !== '')
    expect(told).toHaveLength(1)
    expect(await page.locator('.reply').last().textContent()).toContain(told[0]!.slice(0, 20))
    expect(await page.locator('main').getAttribute('aria-live')).toBeNull()
    await page.close()
  })
})

describe('a reader of screens', () => {
  const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')
  /** What axe finds wrong with a page, in the light scheme and in the dark one. */
  const problemsOf = async (page: Page): Promise<string[]> => {
    await page.evaluate(axe)
    const all: string[] = []
    for (const colorScheme of ['light', 'dark'] as const) {
      // Motion is over when it is looked at: a colour half faded in is no colour of ours.
      await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' })
      await page.waitForTimeout(300)
      all.push(...(await found(page)).map((each) => `${colorScheme}: ${each}`))
    }
    return all
  }
  const found = (page: Page) =>
    page.evaluate(async () => {
      type Violation = { id: string; nodes: { target: string[]; failureSummary: string }[] }
      const { axe } = window as unknown as { axe: { run(options: object): Promise<{ violations: Violation[] }> } }
      const { violations } = await axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] })
      return violations.flatMap(({ id, nodes }) =>
        nodes
          .slice(0, 4)
          .map(({ target, failureSummary }) => `${id}: ${target.join(' ')} – ${failureSummary.split('\n')[1]?.trim()}`),
      )
    })

  it.each([
    ['the agents', () => '/', '[data-agent]'],
    ['a new agent', () => '/new', '#begin-text'],
    ['the brief', () => `${marlow}/brief`, '[data-field="rules.0"]'],
    ['the library', () => `${marlow}/library`, '[data-source]'],
    ['rehearse', () => `${marlow}/rehearse`, '[data-script]'],
    ['the notes', () => `${marlow}/rehearse?view=notes`, '.proposal'],
    ['a study', () => `${marlow}/rehearse?view=studies`, 'canvas'],
    ['the release', () => `${marlow}/release`, '[data-edition]'],
    ['the logbook', () => `${marlow}/logbook`, '.reading li'],
    ['the tools', () => '/tools', '.name'],
    ['a tool', () => tool, '.try'],
    ['a relay', () => relay, '.run, .soft'],
    ['the settings', () => '/settings', '.el-radio'],
    ['the visitor’s page', () => '/talk/marlow', '.reply'],
  ])('finds nothing wrong on %s', async (_name, path, there) => {
    const page = await world.open(path())
    await page.locator(there).first().waitFor()
    expect(await problemsOf(page)).toEqual([])
    await page.close()
  })

  it('finds nothing wrong with the sheet raised, a source open, and what floats', async () => {
    const page = await world.open(`${marlow}/library`)
    await page.locator('[data-source] .main').first().click()
    await page.locator('.band').first().waitFor()
    expect(await problemsOf(page)).toEqual([])
    await page.keyboard.press('/')
    await page.keyboard.type('How much is a return to Sula Holm?')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Show workings' }).click()
    await page.locator('.steps').waitFor()
    expect(await problemsOf(page)).toEqual([])
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+k')
    await page.locator('[aria-label="Find"]').fill('dog')
    await page.getByRole('option').first().waitFor()
    expect(await problemsOf(page)).toEqual([])
    await page.close()
  })
})
