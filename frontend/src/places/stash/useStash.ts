/** The stash at hand: what is in it, what is changed of it, and what is wrong with what was typed. */
import { computed, shallowRef } from 'vue'
import {
  api as server,
  Refused,
  said,
  type Problem,
  type Stash,
  type Thing,
  type ThingTyped,
  type Unit,
} from '../../api/client'

/** What the stash needs of the world; a test hands in its own. */
const WORLD = { api: server }

/** Whether a thing answers to every word that is looked for. */
export function answers(thing: Thing, words: string): boolean {
  const told = [thing.name, thing.label, thing.says, thing.where, thing.note, thing.size]
    .join(' ')
    .toLowerCase()
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => told.includes(word))
}

export function useStash(world = WORLD) {
  const { api } = world
  const stash = shallowRef<Stash>()
  const gone = shallowRef<readonly Thing[]>([])
  const unit = shallowRef<Unit>('cm')
  const trouble = shallowRef('')
  const problems = shallowRef<Record<string, Problem>>({})
  const looked = shallowRef('')

  let asked = 0
  let wanted: Unit = unit.value
  async function load() {
    const turn = ++asked
    const of = wanted
    try {
      const [here, before] = await Promise.all([api.stash(of), api.stash(of, true)])
      // what was asked since knows better
      if (turn !== asked) return
      // numbers and the unit that they are in come together
      unit.value = of
      stash.value = here
      gone.value = before.things
      trouble.value = ''
    } catch (cause) {
      trouble.value = said(cause)
    }
  }
  /** Do one thing and look again; what is refused stays at its fields. Whether it went. */
  async function act(what: () => Promise<unknown>): Promise<boolean> {
    problems.value = {}
    try {
      await what()
    } catch (cause) {
      if (cause instanceof Refused && cause.problems.length)
        problems.value = Object.fromEntries(cause.problems.map((one) => [one.field, one]))
      else trouble.value = said(cause)
      return false
    }
    await load()
    return true
  }
  /** Keep what was typed, in the unit that it was typed in. */
  const keep = (id: string | undefined, typed: ThingTyped) =>
    act(() => (id ? api.changeThing(id, typed) : api.putInStash(typed)))
  const useUp = (thing: Thing, back = false) => act(() => api.useUp(thing.id, back))
  const photo = (thing: Thing, picture?: Blob) => act(() => api.takePhoto(thing.id, picture))
  async function setUnit(next: Unit) {
    wanted = next
    await load()
  }
  const found = computed(() => (stash.value?.things ?? []).filter((one) => answers(one, looked.value)))

  return {
    stash,
    gone,
    unit,
    trouble,
    problems,
    looked,
    cloths: computed(() => found.value.filter((one) => one.kind === 'cloth' || one.kind === 'interfacing')),
    notions: computed(() => found.value.filter((one) => one.kind !== 'cloth' && one.kind !== 'interfacing')),
    load,
    act,
    keep,
    useUp,
    photo,
    setUnit,
  }
}

export type StashAtHand = ReturnType<typeof useStash>
