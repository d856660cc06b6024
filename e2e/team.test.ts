import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { askOnStrip, choose } from './acts'
import { openWorld, type World } from './world'

/** Agents that work together: a conversation passed to a colleague, and a relay that waits for a person. */
let world: World
let marlow: string
let designer: Page

beforeAll(async () => {
  world = await openWorld()
  marlow = await world.agent('Marlow')
  designer = await world.open(`${marlow}/brief`)
})
afterAll(async () => world?.end())

const ask = (line: string) => askOnStrip(designer, 'Marlow', line)

describe('a colleague', () => {
  it('answers what is theirs, and the workings say who did', async () => {
    await ask('What do deckhands learn on their first day?')
    await designer.getByText('Pip trains our crew and answers this:').first().waitFor()
    await designer.locator('.sheet article').last().getByRole('button', { name: 'Show workings' }).click()
    await designer.getByText('The conversation is with “Pip”, who answered.').first().waitFor()
  })

  it('is told of as not published, and named by whoever adds one', async () => {
    await designer.goto(`${world.url}${marlow}/brief`)
    const colleagues = designer.locator('#colleagues')
    await colleagues.getByText('Not published yet').waitFor()
    const add = colleagues.getByRole('button', { name: 'Add a colleague' })
    const second = designer.getByRole('combobox', { name: 'Colleague 2', exact: true })
    await add.click()
    // What is still coming above it may move the button from under the pointer.
    await second.waitFor({ timeout: 8000 }).catch(() => add.click())
    await choose(designer, second, 'Pip')
    await colleagues.getByText('is asked what nobody knows').last().click()
    await designer.getByText('Saved just now').waitFor()
    await ask('Do you run night trains to Sydney?')
    await designer.locator('.sheet article').last().getByRole('button', { name: 'Show workings' }).click()
    await designer.getByText('A colleague who may know').first().waitFor()
  })
})

describe('a relay', () => {
  it('is run, looked at by a person, changed, and ends in what was put together', async () => {
    await designer.goto(`${world.url}${marlow}/release`)
    await designer.getByRole('link', { name: 'The weekly notice' }).click()
    await designer.getByText(/Next on/).waitFor()
    const runs = designer.getByRole('complementary', { name: 'Runs' })
    await choose(designer, designer.getByRole('combobox', { name: 'island', exact: true }), 'Inchmore')
    await runs.getByRole('button', { name: 'Run', exact: true }).click()
    await runs.getByRole('button', { name: 'Change it' }).click()
    await runs.getByLabel('Result of luggage').fill('Bicycles cost £3.50 a crossing.')
    await runs.getByRole('button', { name: 'Let it go on' }).click()
    await runs.getByText('What came of it').waitFor()
    const output = await runs.innerText()
    expect(output).toContain('Going to Inchmore this week')
    expect(output).toContain('17:15')
    expect(output).toContain('£15.30')
    expect(output).toContain('Winter lights on Inchmore')
    const draft = runs.getByRole('form', { name: 'Draft of a mail' })
    await draft.getByLabel('To').fill('everybody@brindle-sound.example')
    await draft.getByRole('button', { name: 'Send it' }).click()
    await runs.getByText('Sent to everybody@brindle-sound.example').waitFor()
    expect((await world.mails())[0]).toMatchObject({
      recipients: ['everybody@brindle-sound.example'],
      subject: 'This week at Brindle Sound',
    })
    await runs.getByRole('button', { name: 'Into the library' }).click()
    await designer.getByText(/is a note of the library now/).waitFor()
  })

  it('is begun from a sentence that is read while it is written', async () => {
    await designer.goto(`${world.url}${marlow}/release`)
    await designer.getByRole('button', { name: 'New relay' }).click()
    const dialog = designer.getByRole('dialog')
    const sentence = dialog.getByLabel('What is to be done')
    await dialog.getByRole('button', { name: 'One does, another looks' }).click()
    await expect.poll(() => sentence.inputValue()).toContain('have Pip say')
    await sentence.fill('Every Friday at 8, ask Marlow when the last boat to Inchmore leaves, and let me look at it.')
    await dialog.getByText('It begins on Fridays at 08:00.').waitFor()
    await dialog.getByText('leg1, done by Marlow: When the last boat to Inchmore leaves').waitFor()
    await dialog.getByRole('button', { name: 'Make it' }).click()
    const task = designer.getByRole('textbox', { name: 'Leg 1: what it is to do' })
    await expect.poll(() => task.inputValue()).toContain('When the last boat to Inchmore leaves')
    expect(await designer.getByRole('switch', { name: 'It begins by itself' }).isChecked()).toBe(false)
    await designer.getByRole('button', { name: 'Take this relay away' }).click()
    await designer.getByRole('link', { name: 'The weekly notice' }).click()
  })

  it('says what it cannot be run for, and takes it back when that is mended', async () => {
    await designer.getByRole('button', { name: 'Add a leg' }).click()
    const task = designer.getByRole('textbox', { name: 'Leg 4: what it is to do' })
    await task.fill('Tell about {{iland}}')
    await designer.getByText('“{{iland}}” is neither an input nor a leg before it.').first().waitFor()
    await task.fill('Is there parking? ')
    await task.press('Control+End')
    await designer.keyboard.type('{isl')
    await designer.getByRole('option', { name: 'island' }).click()
    await expect.poll(() => task.inputValue()).toContain('{{island}}')
    await designer.getByText('is neither an input').first().waitFor({ state: 'detached' })
  })

  it('begins by what is chosen, tried on what happened lately before it is switched on, and paused with all others', async () => {
    await choose(designer, designer.getByRole('combobox', { name: 'What it begins by' }), 'by something new in a feed')
    await designer.getByLabel('Feed at').fill(`${world.site}/news.xml`)
    await designer.getByLabel('Words it must hold').fill('Inchmore')
    await designer.keyboard.press('Enter')
    await designer.getByRole('button', { name: 'Try it on the last ten' }).click()
    const tried = designer.getByRole('list', { name: 'What it would have done' })
    await tried.getByText('Winter lights on Inchmore').waitFor()
    expect(await tried.getByText('It holds none of: Inchmore.').count()).toBe(2)
    expect(await designer.getByRole('switch', { name: 'It begins by itself' }).isChecked()).toBe(false)
    await designer
      .locator('.el-switch')
      .filter({ has: designer.getByRole('switch', { name: 'It begins by itself' }) })
      .click()
    await designer.getByText('✓ Kept').waitFor()
    await designer.getByRole('link', { name: '‹ Release' }).click()
    await designer.locator('.el-checkbox').filter({ hasText: 'pause all cues here' }).click()
    await designer.getByText('No relay of any agent begins by itself').waitFor()
    await designer.locator('.el-checkbox').filter({ hasText: 'pause all cues here' }).click()
    await designer.getByRole('link', { name: 'The weekly notice' }).click()
  })

  it('survives a kill while it waits, and goes on', async () => {
    const runs = designer.getByRole('complementary', { name: 'Runs' })
    await choose(designer, designer.getByRole('combobox', { name: 'island', exact: true }), 'Inchmore')
    await runs.getByRole('button', { name: 'Run', exact: true }).click()
    await runs.getByRole('button', { name: 'Let it go on' }).waitFor()
    await world.kill()
    await world.start()
    await designer.reload()
    await runs.getByRole('button', { name: 'Let it go on' }).click()
    await runs.getByText('What came of it').waitFor()
  })
})
