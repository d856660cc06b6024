import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Locator, Page } from 'playwright-core'
import { choose, fromMenu, giveFile } from './acts'
import { openWorld, type World } from './world'

/** The nine things a designer does, in the real interface, one after the other. */
let world: World
let page: Page

beforeAll(async () => {
  world = await openWorld()
})
afterAll(() => world?.end())

const DRY =
  '# Boat shed\n\n## Hire\n\nA kayak costs £12.00 an hour. A paddle board costs £9.00 an hour.\n\n## Rules\n\nNobody paddles alone.\n'
const FARES_HTML =
  '<h1>Harbour office</h1><p>The harbour office opens at 08:15 on every day but Monday.</p><script>document.title="run"</script>'
const NOTES_TXT = 'LOST AND FOUND\n\nUmbrellas are kept in the blue box behind the counter.\n'

const button = (name: string | RegExp): Locator => page.getByRole('button', { name })
const stage = (name: string) =>
  page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: new RegExp(name) })
const sheet = () => page.getByRole('region', { name: 'Conversation with the draft' })
const saved = () => page.getByText(/✓ Saved/).waitFor()
const revision = async () =>
  Number(/Revision (\d+)/.exec((await page.locator('.save .revision').textContent()) ?? '')?.[1])

async function expectText(locator: Locator, text: string | RegExp): Promise<void> {
  await locator.filter({ hasText: text }).first().waitFor()
}

/** Asks in the try strip and waits for the whole answer. */
async function ask(text: string): Promise<Locator> {
  const lines = sheet().locator('article.line')
  if (!(await sheet().isVisible())) await button('Raise ▴').click()
  const before = await lines.count()
  await page.getByRole('textbox', { name: /^Ask / }).fill(text)
  await page.getByRole('button', { name: 'Ask', exact: true }).click()
  const line = lines.nth(before)
  await line.getByRole('button', { name: 'Show workings' }).waitFor()
  return line
}

describe('1. The first start', () => {
  it('serves the product with the sample agents in it', async () => {
    page = await world.open('/')
    await page.getByRole('heading', { name: 'Mild Parrot' }).waitFor()
    await page.getByRole('link', { name: 'Marlow', exact: true }).waitFor()
    await page.getByRole('link', { name: 'Pip', exact: true }).waitFor()
  })
})

describe('2. The agents', () => {
  it('are listed with face, description, stages and the time of change, drafts and published alike', async () => {
    const marlow = page.locator('[data-agent="Marlow"]')
    await expectText(marlow, 'Answers passengers about tickets')
    await expectText(marlow, 'Edition 1 is live')
    await expectText(marlow, '12 sources')
    await expectText(marlow, /(\d+) of \1/)
    await expectText(marlow, /changed (just now|\d+ minutes? ago)/)
    await expectText(page.locator('[data-agent="Pip"]'), 'Draft')
    const face = marlow.locator('img')
    await expect.poll(() => face.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0)
  })

  it('can be created, renamed, removed, and brought back', async () => {
    await page.keyboard.press('n')
    await page.getByLabel('Name').fill('Coral')
    await page.getByRole('button', { name: 'Create an empty agent' }).click()
    await page.getByRole('heading', { name: 'Library', level: 1 }).waitFor()
    await page.goto(`${world.url}/`)
    const row = page.locator('[data-agent="Coral"]')
    await fromMenu(page, row.getByRole('button', { name: /^More/ }), 'Rename')
    await page.getByLabel('New name').fill('Corrie')
    await page.keyboard.press('Enter')
    const renamed = page.locator('[data-agent="Corrie"]')
    await fromMenu(page, renamed.getByRole('button', { name: /^More/ }), 'Remove')
    await page.locator('[data-agent="Corrie"]').waitFor({ state: 'detached' })
    await page.getByRole('status').getByRole('button', { name: 'Undo' }).last().click()
    await page.locator('[data-agent="Corrie"]').waitFor()
  })
})

describe('3. The brief', () => {
  it('saves each edit by itself as a revision and says so', async () => {
    await page.getByRole('link', { name: 'Corrie', exact: true }).click()
    await page.getByRole('textbox', { name: 'Job' }).fill('answer questions about the boat shed')
    await page.getByRole('textbox', { name: 'Audience' }).fill('People who hire boats.')
    await saved()
    const before = await revision()
    await page.getByRole('slider', { name: 'Warmth' }).press('ArrowLeft')
    await page.getByRole('button', { name: 'Add a rule' }).click()
    await page.getByRole('textbox', { name: 'Rule 1: when' }).fill('someone asks about kayaks')
    await page.getByRole('textbox', { name: 'Rule 1: do' }).fill('say “Bring a towel.”')
    await saved()
    expect(await revision()).toBeGreaterThan(before)
    await expectText(
      page.locator('[data-field="rules.0"] .margin-note').first(),
      'When someone asks about kayaks → say “Bring a towel.”',
    )
    await page.getByRole('button', { name: 'Add a term' }).click()
    await page.getByPlaceholder('the word your documents use').fill('kayak')
    await page.getByPlaceholder('other words, with commas').fill('canoe, paddle boat')
    await saved()
  })

  it('shows which lines call for a rule, and is taught by saying which are meant', async () => {
    await page
      .getByRole('button', { name: /line.* for it/ })
      .first()
      .click()
    await page.getByRole('textbox', { name: 'Try a line' }).first().fill('Could we take a paddle boat out?')
    await page.getByRole('button', { name: 'Try it' }).first().click()
    await page.getByText('· just now').waitFor()
    await page.getByRole('button', { name: 'Meant', exact: true }).first().click()
    await page.getByRole('button', { name: 'Forget “Could we take a paddle boat out?”' }).waitFor()
    await saved()
  })

  it('undoes and redoes across a reload', async () => {
    const when = page.getByRole('textbox', { name: 'When unknown' })
    await when.fill('The shed does not know that.')
    await saved()
    await page.reload()
    await button('Undo').first().click()
    await expect.poll(() => when.inputValue()).not.toBe('The shed does not know that.')
    await saved()
    await page.reload()
    await button('Redo').first().click()
    await page.waitForFunction(() =>
      [...document.querySelectorAll('textarea')].some((field) => field.value === 'The shed does not know that.'),
    )
  })

  it('shows the compiled prompt with the field each line came from, and goes there', async () => {
    await page.getByText('Compiled prompt').click()
    await page.getByText('- Your job: answer questions about the boat shed').waitFor()
    await page.getByRole('button', { name: 'Rule 1', exact: true }).first().click()
    await page.getByRole('textbox', { name: 'Rule 1: when' }).waitFor()
  })

  it('keeps an edit that was made a moment before the page was closed', async () => {
    await page.getByRole('textbox', { name: 'Sign-off' }).fill('Fair winds!')
    await page.reload()
    await page.waitForFunction(() =>
      [...document.querySelectorAll('textarea')].some((field) => field.value === 'Fair winds!'),
    )
    await saved()
    await button('Undo').first().click()
    await saved()
  })
})

describe('4. The library', () => {
  const row = (origin: string) => page.locator(`[data-source="${origin}"]`)

  it('takes several files dragged in at once, and shows each until it is ready', async () => {
    await stage('Library').click()
    await page.getByText('Nothing to know yet').waitFor()
    const pdf = readFileSync(new URL('../demo/files/conditions-of-carriage.pdf', import.meta.url)).toString('base64')
    const data = await page.evaluateHandle(
      ({ pdf, md, html, txt }) => {
        const transfer = new DataTransfer()
        const bytes = Uint8Array.from(atob(pdf), (char) => char.charCodeAt(0))
        transfer.items.add(new File([bytes], 'conditions.pdf', { type: 'application/pdf' }))
        transfer.items.add(new File([md], 'boat-shed.md'))
        transfer.items.add(new File([html], 'office.html', { type: 'text/html' }))
        transfer.items.add(new File([txt], 'lost.txt', { type: 'text/plain' }))
        return transfer
      },
      { pdf, md: DRY, html: FARES_HTML, txt: NOTES_TXT },
    )
    await page.dispatchEvent('.library', 'dragover', { dataTransfer: data })
    await page.getByText('Drop to add to the library').waitFor()
    await page.dispatchEvent('.el-upload-dragger', 'drop', { dataTransfer: data })
    await page.getByText('Drop to add to the library').waitFor({ state: 'detached' })
    for (const name of ['conditions.pdf', 'boat-shed.md', 'office.html', 'lost.txt'])
      await page.locator(`[data-source="${name}"][data-status="ready"]`).waitFor()
  })

  it('takes a web page, a note and pairs', async () => {
    await button('Web page').click()
    await page.getByLabel('Address of the page').fill(`${world.site}/contact`)
    await button('Add to the library').click()
    await page.locator(`[data-source="${world.site}/contact"][data-status="ready"]`).waitFor()
    await button('Note').click()
    await page.getByLabel('Title of the note').fill('Winter')
    await page.getByLabel('What the agent should know').fill('The shed is closed from November to February.')
    await button('Add to the library').click()
    await row('Winter').and(page.locator('[data-status="ready"]')).waitFor()
    await button('Pairs').click()
    await page.getByLabel('Question 1').fill('Can children hire a kayak?')
    await page.getByLabel('Answer 1').fill('From the age of twelve, with an adult in the next boat.')
    await button('Add to the library').click()
    await row('Questions and answers').and(page.locator('[data-status="ready"]')).waitFor()
  })

  it('says why a broken file failed, and tries again when told', async () => {
    await giveFile(page, button('Add files'), 'broken.pdf', '%PDF-1.7 cut off')
    await expectText(row('broken.pdf'), 'is not a readable PDF')
    const retried = page.waitForResponse((response) => response.url().endsWith('/retry'))
    await row('broken.pdf').getByRole('button', { name: 'Try again' }).click()
    await retried
    await page.locator('[data-source="broken.pdf"][data-status="failed"]').waitFor()
    await expectText(row('broken.pdf'), 'is not a readable PDF')
    await row('broken.pdf').getByRole('button', { name: 'Remove' }).click()
    await row('broken.pdf').waitFor({ state: 'detached' })
  })

  it('shows the passages of a document with their places', async () => {
    await row('conditions.pdf').getByRole('button').first().click()
    await expectText(page.locator('.passage .place'), 'page 3')
    await page.getByRole('heading', { name: '8. Pets' }).waitFor()
    await page.getByLabel('Find in this document').fill('muzzle')
    await page.getByText('Nothing found').waitFor()
    await button('‹ Finder').click()
  })

  it('finds the passages that win, with the score by part', async () => {
    await page.getByLabel('Question for the finder').fill('What does a kayak cost?')
    const first = page.locator('.hits > li').first()
    await expectText(first, 'A kayak costs £12.00 an hour.')
    await expectText(first, /text \d/)
    await expectText(first, /coverage \d/)
    expect(await first.locator('mark').allTextContents()).toContain('kayak')
  })

  it('never runs what an uploaded page brings along', async () => {
    expect(await page.title()).not.toBe('run')
  })
})

describe('5. The try strip', () => {
  it('answers from any stage, with citations that open the document at the passage', async () => {
    await page.keyboard.press('Escape')
    const line = await ask('What does a kayak cost?')
    await expectText(line, '£12.00')
    await expectText(line, 'Bring a towel.')
    await line.getByRole('button', { name: 'Open source 1' }).first().click()
    await expectText(page.locator('.band.target'), 'A kayak costs £12.00 an hour.')
  })

  it('understands the words of the glossary', async () => {
    await expectText(await ask('How much is a canoe?'), '£12.00')
  })

  it('shows the workings step by step', async () => {
    const line = sheet().locator('article.line').last()
    await line.getByRole('button', { name: 'Show workings' }).click()
    await expectText(line, 'Finding passages')
    await expectText(line, '“canoe” also looked up as “kayak”')
    await expectText(line, /called for, \d+ %/i)
  })

  it('shows the answer before and now side by side after a change, with the changed words marked', async () => {
    await stage('Brief').click()
    await page.keyboard.press('Escape')
    await page.getByRole('textbox', { name: 'Rule 1: do' }).fill('say “Bring two towels.”')
    const line = await ask('What does a kayak cost?')
    await expectText(line.getByLabel('Answer before'), 'Bring a towel.')
    await expectText(line.getByLabel('Answer now'), 'Bring two towels.')
    expect(await line.getByLabel('Answer now').locator('mark').allTextContents()).toEqual(['two towels'])
  })

  it('asks a pinned line again after the next change, and shows that it moved', async () => {
    await sheet().locator('article.line').last().getByRole('button', { name: 'Pin', exact: true }).click()
    await page.getByText('none moved').waitFor()
    await page.keyboard.press('Escape')
    await page.getByRole('textbox', { name: 'Rule 1: do' }).fill('say “Bring three towels.”')
    await page.getByText('1 moved').waitFor()
    await page.getByRole('button', { name: /What does a kayak cost\? the answer moved/ }).click()
    await expectText(sheet().getByLabel('Answer now'), 'Bring three towels.')
    await expectText(sheet().getByLabel('Answer before'), 'Bring two towels.')
    await page.getByText('none moved').waitFor()
  })
})

describe('6. Rehearse', () => {
  it('keeps the conversation as a script', async () => {
    await page.getByRole('button', { name: '‹ Conversation' }).click()
    await button('Keep this conversation as a script').click()
    await page.locator('[data-script="What does a kayak cost?"]').waitFor()
  })

  it('runs a script of three turns and tells each check with its reason', async () => {
    await button('New script').click()
    await page.getByLabel('Title').fill('Hiring a kayak')
    const turn = async (at: number, say: string, checks: readonly (readonly [string, string])[]) => {
      if (at > 1) await button('Add a turn').click()
      await page.getByLabel(`Turn ${at}: the visitor says`).fill(say)
      for (const [n, [kind, value]] of checks.entries()) {
        await page
          .locator(`[data-turn="${at - 1}"]`)
          .getByRole('button', { name: '+ check' })
          .click()
        await choose(page, page.getByRole('combobox', { name: `Turn ${at}, check ${n + 1}: kind` }), kind)
        const name = `Turn ${at}, check ${n + 1}: value`
        if (kind === 'outcome is') await choose(page, page.getByRole('combobox', { name }), value)
        else await page.getByLabel(name).fill(value)
      }
    }
    await turn(1, 'What does a kayak cost?', [
      ['says', '£12.00'],
      ['does not say', 'free'],
      ['cites', 'Boat shed'],
    ])
    await turn(2, 'Do you sell rockets?', [['outcome is', 'unanswered']])
    await turn(3, 'When is the shed closed?', [
      ['words at most', '20'],
      ['says', 'March'],
    ])
    await button('Save and run').click()
    const row = page.locator('[data-script="Hiring a kayak"]')
    await expectText(row, 'failed')
    await expectText(page.locator('.checks .fail'), 'The reply does not say “March”.')
    await expect.poll(() => page.locator('.checks .pass').count()).toBe(5)
  })

  it('shows what a change of the brief did against the run before', async () => {
    await stage('Brief').click()
    await page.getByRole('textbox', { name: 'Rule 1: do' }).fill('say “It is not free of danger.”')
    await saved()
    await stage('Rehearse').click()
    await page.locator('[data-script="Hiring a kayak"] .title').first().click()
    await button('Run all scripts').click()
    await page
      .getByText(/1 reworded|1 broken/)
      .first()
      .waitFor()
    await expectText(page.getByLabel('Answer before').first(), 'Bring three towels.')
    await expectText(page.getByLabel('Answer now').first(), 'It is not free of danger.')
    await expectText(page.locator('.checks .fail'), 'The reply says “free”.')
  })
})

describe('7. Release', () => {
  let visitor: Page
  const slug = 'coral'

  const visit = async (text: string): Promise<string> => {
    const replies = visitor.locator('.lines .reply')
    // The greeting comes with the page and is no answer.
    await replies.first().waitFor()
    const before = await replies.count()
    await visitor.getByRole('textbox').fill(text)
    await visitor.getByRole('button', { name: 'Ask', exact: true }).click()
    const reply = replies.nth(before)
    await visitor.waitForFunction(
      ([n]) => {
        const shown = document.querySelectorAll('.lines .reply')[n!]
        return shown !== undefined && !shown.classList.contains('waiting')
      },
      [before],
    )
    return (await reply.textContent()) ?? ''
  }

  it('publishes edition 1 after showing what it holds, and its page answers', async () => {
    await stage('Release').click()
    await page.getByText('Nothing is published yet.').waitFor()
    await page.getByRole('link', { name: 'Job' }).waitFor()
    await page.getByLabel(/What is new in edition 1/).fill('The shed goes online.')
    await button('Publish edition 1').click()
    await expectText(page.locator('[data-edition="1"]'), 'live')
    visitor = await world.open(`/talk/${slug}`)
    expect(await visit('What does a kayak cost?')).toContain('£12.00')
  })

  it('leaves the page as it is while the draft and a document change', async () => {
    await stage('Brief').click()
    await page.getByRole('textbox', { name: 'Rule 1: do' }).fill('say “Draft only.”')
    await saved()
    await stage('Library').click()
    const newer = DRY.replace('£12.00', '£14.00')
    const shed = page.locator('[data-source="boat-shed.md"]')
    await giveFile(page, shed.getByRole('button', { name: 'Newer version' }), 'boat-shed.md', newer)
    await expectText(page.locator('[data-source="boat-shed.md"]'), 'version 2')
    expect(await visit('What does a kayak cost?')).toMatch(/£12\.00(?!.*Draft only)/)
    await expectText(await ask('What does a kayak cost?'), /£14\.00.*Draft only\./)
  })

  it('changes it with edition 2, and back again with one click', async () => {
    await page.keyboard.press('Escape')
    await stage('Release').click()
    await page.getByText('version 2 replaces an earlier one').waitFor()
    await button('Publish edition 2').click()
    await expectText(page.locator('[data-edition="2"]'), 'live')
    expect(await visit('What does a kayak cost?')).toMatch(/£14\.00.*Draft only\./)
    const back = page.locator('[data-edition="1"]').getByRole('button', { name: 'Make live' })
    await back.click()
    await back.waitFor({ state: 'detached' })
    expect(await visit('What does a kayak cost?')).toContain('£12.00')
    expect(await visit('Do you sell rockets?')).toContain('The shed does not know that.')
  })
})

describe('8. The logbook', () => {
  it('holds the visitor’s conversation with citations and workings, and marks what went unanswered', async () => {
    await stage('Logbook').click()
    await expectText(page.locator('.list li'), '1 unanswered')
    await page.locator('.list li button').first().click()
    const lines = page.locator('.reading ol > li')
    await lines.nth(4).waitFor()
    expect(await page.locator('.reading li.unanswered').count()).toBe(1)
    await lines.first().getByRole('button', { name: 'Show workings' }).click()
    await expectText(lines.first(), 'Finding passages')
    await lines.first().getByRole('button', { name: 'Open source 1' }).click()
    await page.getByText('From an earlier version').waitFor()
  })
})

describe('9. A kill in the middle of it', () => {
  it('loses nothing that was saved, and goes on reading', async () => {
    await stage('Brief').click()
    await page.getByRole('textbox', { name: 'Audience' }).fill('People who hire boats, and their dogs.')
    await saved()
    await stage('Library').click()
    const long = `# Log\n\n${Array.from({ length: 30_000 }, (_, day) => `On day ${day} the kayak number ${day % 17} went out and came back dry.`).join('\n\n')}`
    await giveFile(page, button('Add files'), 'log.md', long)
    await page.locator('[data-source="log.md"]').waitFor()
    expect(await page.locator('[data-source="log.md"]').getAttribute('data-status')).not.toBe('ready')
    await world.kill()
    await world.start()
    await page.reload()
    await page.locator('[data-source="log.md"][data-status="ready"]').waitFor({ timeout: 45_000 })
    await stage('Brief').click()
    await page.waitForFunction(() =>
      [...document.querySelectorAll('textarea')].some(
        (field) => field.value === 'People who hire boats, and their dogs.',
      ),
    )
    await expectText(await ask('What does a kayak cost?'), '£14.00')
    const visitor = await world.open('/talk/coral')
    await visitor.getByRole('textbox').waitFor()
  })
})

describe('The keyboard', () => {
  it('reaches every stage, finds anything, and lists its keys', async () => {
    await page.keyboard.press('Escape')
    await page.locator('h1').first().click()
    for (const [key, heading] of [
      ['l', 'Library'],
      ['r', 'Rehearse'],
      ['e', 'Release'],
      ['o', 'Logbook'],
    ] as const) {
      await page.keyboard.press('g')
      await page.keyboard.press(key)
      await page.getByRole('heading', { name: heading, level: 1 }).waitFor()
    }
    await page.keyboard.press('Control+k')
    await page.locator('[aria-label="Find"]:focus').waitFor()
    await page.keyboard.type('paddles alone')
    await page.getByRole('option').filter({ hasText: 'Nobody paddles alone' }).waitFor()
    await page.keyboard.press('Enter')
    await page.locator('.reader').waitFor()
    await page.keyboard.press('?')
    await page.getByRole('dialog', { name: 'Keys' }).waitFor()
    await page.keyboard.press('Escape')
  })
})
