import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { useOrderedList } from './orderedList'

interface Rule {
  id: string
  do: string
}

/** A list as a component has it: what changes is shown on the next tick, here at once. */
function listOf(...texts: string[]) {
  const entries = ref<Rule[]>(texts.map((text, at) => ({ id: `r${at}`, do: text })))
  let made = 0
  const list = useOrderedList<Rule>(
    ref(),
    () => entries.value,
    (next) => (entries.value = next),
    {
      blank: () => ({ id: `new${++made}`, do: '' }),
      copy: (rule) => ({ ...rule, id: `copy of ${rule.id}` }),
      isBlank: (rule) => rule.do === '',
      most: 4,
    },
  )
  return { list, told: () => entries.value.map((rule) => rule.do), entries }
}

describe('a list of the brief', () => {
  it('adds at its end, or below the entry one is at', async () => {
    const { list, told } = listOf('one', 'two')
    await list.add()
    expect(told()).toEqual(['one', 'two', ''])
    const other = listOf('one', 'two')
    await other.list.add(0)
    expect(other.told()).toEqual(['one', '', 'two'])
  })

  it('uses the blank entry that is there instead of adding another', async () => {
    const { list, told } = listOf('one', '')
    for (let time = 0; time < 11; time++) await list.add()
    expect(told()).toEqual(['one', ''])
    await list.add(0)
    expect(told()).toEqual(['one', ''])
  })

  it('moves entries within its ends', async () => {
    const { list, told } = listOf('one', 'two', 'three')
    await list.move(2, 0)
    expect(told()).toEqual(['three', 'one', 'two'])
    await list.move(0, -1)
    await list.move(2, 3)
    expect(told()).toEqual(['three', 'one', 'two'])
  })

  it('doubles an entry under an id of its own, changes a part of one, and removes', async () => {
    const { list, told, entries } = listOf('one', 'two')
    await list.duplicate(0)
    expect(entries.value.map(({ id }) => id)).toEqual(['r0', 'copy of r0', 'r1'])
    list.set(1, { do: 'one again' })
    expect(told()).toEqual(['one', 'one again', 'two'])
    await list.remove(0)
    expect(told()).toEqual(['one again', 'two'])
  })

  it('grows no further than it may', async () => {
    const { list, told } = listOf('one', 'two', 'three', 'four')
    await list.add()
    await list.duplicate(0)
    expect(told()).toHaveLength(4)
  })
})
