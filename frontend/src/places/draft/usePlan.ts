/**
 * One open plan: the settled spec, the draft on screen, edits on their way, undo and redo, saving.
 *
 * Edits go to the server one at a time, later ones of the same field put together while they wait. A
 * draft that comes back is shown at once; it settles after a pause, on Enter, or when the field is left,
 * and each settled edit is kept as one revision.
 */
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import {
  api,
  Refused,
  Unreachable,
  said,
  type Difference,
  type Drafted,
  type Edit,
  type OpenPlan,
  type Plan,
  type Problem,
  type Spec,
  type Unit,
} from '../../api/client'
import { tell, useNews } from '../../app/tabs'
import { holdUnsent, releaseUnsent, unsentOf, type Unsent } from './unsent'

const SETTLE_MS = 800
const CHANGED_MS = 9000
const RETRY_MS = 1500

export type Keeping = 'kept' | 'keeping' | 'waiting' | 'away' | 'moved'

interface Step {
  before: Spec
  after: Spec
  cause: string
}

export function usePlan() {
  const plan = shallowRef<Plan>()
  const drafted = shallowRef<Drafted>()
  const settled = shallowRef<Spec>()
  const unit = ref<Unit>('cm')
  const problems = ref<Record<string, Problem>>({})
  const offline = ref(false)
  const keeping = ref<Keeping>('kept')
  const trouble = ref('')
  const left = shallowRef<Unsent>()
  /** what today's rules make otherwise than it was kept */
  const redrawn = shallowRef<readonly Difference[]>([])
  const followed = ref(false)
  const changed = ref<Record<string, string>>({})
  const undone = shallowRef<Step[]>([])
  const done = shallowRef<Step[]>([])

  /** the spec that the draft on screen shows, settled or not */
  let working: Spec | undefined
  let queue: Edit[] = []
  let busy = false
  let baseline: Record<string, string> = {}
  let settleTimer = 0
  let changedTimer = 0
  let retryTimer = 0
  let causes: Record<string, string> = {}
  let saving = false
  let unsaved: Unsent | undefined
  /** sent, and no answer came: it may have been kept, so it goes first, with its own id */
  let lost: Unsent | undefined

  const waiting = computed(() => offline.value || Object.keys(problems.value).length > 0)

  const sizesOf = (d: Drafted) => Object.fromEntries(d.pieces.map((p) => [p.key, p.size]))

  function show(d: Drafted, noting: boolean) {
    if (drafted.value && noting && drafted.value.unit === d.unit) {
      if (!changedTimer) baseline = sizesOf(drafted.value)
      const now = sizesOf(d)
      changed.value = Object.fromEntries(
        Object.entries(now)
          .filter(([key, size]) => baseline[key] !== undefined && baseline[key] !== size)
          .map(([key]) => [key, baseline[key]!]),
      )
      window.clearTimeout(changedTimer)
      changedTimer = window.setTimeout(() => {
        changed.value = {}
        changedTimer = 0
      }, CHANGED_MS)
    } else {
      changed.value = {}
      window.clearTimeout(changedTimer)
      changedTimer = 0
    }
    drafted.value = d
    working = d.spec
  }

  async function open(id: string) {
    trouble.value = ''
    try {
      take(await api.open(id))
    } catch (cause) {
      trouble.value = said(cause)
      return
    }
    const held = unsentOf(id)
    if (!held) return
    const same = JSON.stringify(held.spec) === JSON.stringify(settled.value)
    if (same && !held.typed) releaseUnsent(id)
    else left.value = held
  }

  function take(opened: OpenPlan, unitShown: Unit = opened.spec.unit ?? 'cm') {
    plan.value = opened.plan
    settled.value = opened.spec
    working = opened.spec
    redrawn.value = opened.redrawn
    followed.value = false
    trouble.value = ''
    unsaved = undefined
    lost = undefined
    unit.value = unitShown
    keeping.value = opened.plan.put_away_at ? 'away' : 'kept'
    problems.value = {}
    undone.value = []
    done.value = []
    queue = []
    void draftAgain(false)
  }

  /** Draft what is on screen again, for another unit or another spec. */
  async function draftAgain(noting = true) {
    const spec = working ?? settled.value
    if (!spec) return
    try {
      show(await api.draft(spec, [], unit.value), noting)
      offline.value = false
    } catch (cause) {
      fail(cause)
    }
  }

  function fail(cause: unknown) {
    if (cause instanceof Unreachable) {
      offline.value = true
      window.clearTimeout(retryTimer)
      retryTimer = window.setTimeout(() => void (unsaved ? send() : run()), RETRY_MS)
    } else trouble.value = said(cause)
  }

  const pathOf = (edit: Edit) => (edit.kind === 'silenced' ? `silenced.${edit.check}` : edit.path)

  /** Put an edit in line; a waiting edit of the same field is replaced or added to. */
  function edit(next: Edit) {
    if (next.kind === 'typed') hold(next)
    const last = queue.at(-1)
    if (last && pathOf(last) === pathOf(next) && last.kind === next.kind) {
      if (last.kind === 'stepped' && next.kind === 'stepped')
        queue[queue.length - 1] = { ...last, steps: last.steps + next.steps }
      else queue[queue.length - 1] = next
    } else queue.push(next)
    void run()
  }

  async function run() {
    if (busy || !settled.value || keeping.value === 'away') return
    busy = true
    try {
      while (queue.length) {
        // taken out of the line before it goes: what comes meanwhile is never added to an edit under way
        const next = queue.shift()!
        const from = working ?? settled.value
        try {
          const got = await api.draft(from, [next], unit.value)
          offline.value = false
          forget(pathOf(next))
          note(next, got)
          show(got, true)
          settleSoon()
        } catch (cause) {
          if (cause instanceof Unreachable) {
            putBack(next)
            hold(queue[0]!)
            fail(cause)
            return
          }
          if (!(cause instanceof Refused)) throw cause
          refuse(next, cause)
        }
      }
      if (offline.value) await draftAgain(false)
    } finally {
      busy = false
    }
  }

  /** Put an edit that did not get through back at the head of the line. */
  function putBack(first: Edit) {
    const second = queue[0]
    const same = second && pathOf(second) === pathOf(first) && second.kind === first.kind
    if (!same) queue.unshift(first)
    else if (second.kind === 'stepped' && first.kind === 'stepped')
      queue[0] = { ...second, steps: first.steps + second.steps }
  }

  function refuse(edit: Edit, cause: Refused) {
    const path = pathOf(edit)
    const about = cause.problems.find((p) => p.field === path) ?? cause.problems[0]
    if (about) problems.value = { ...problems.value, [path]: about }
  }

  function forget(path: string) {
    if (!(path in problems.value)) return
    problems.value = Object.fromEntries(Object.entries(problems.value).filter(([p]) => p !== path))
  }

  /** Remember in words what an edit did, for the list of revisions. */
  function note(edit: Edit, got: Drafted) {
    const path = pathOf(edit)
    const before = drafted.value?.fields[path]
    const after = got.fields[path]
    if (after)
      causes[path] =
        `${after.label} ${causes[path]?.match(/ (\S.*) →/)?.[1] ?? before?.shown ?? ''} → ${after.shown}`
    else causes[path] = labelOf(edit, got)
  }

  function labelOf(edit: Edit, got: Drafted): string {
    if (edit.kind === 'silenced') {
      const title = got.findings.find((f) => f.id === edit.check)?.title ?? edit.check
      return `${edit.reason ? 'Silenced' : 'Heard again'}: ${title}`
    }
    if (edit.kind !== 'picked') return edit.path
    // of a seam of its own kind the class is said too: “seam side: french”
    const [root, ...rest] = edit.path.split('.')
    const what = root === 'seams' && rest[0] !== 'kind' ? `${rest[0]} seam` : rest.at(-1)!
    const value = String(edit.value ?? 'as the others').replace(/_/g, ' ')
    // an outline is too long to be said
    return `${what === 'kind' ? root : what.replace(/_/g, ' ')}: ${value.length > 60 ? 'imported' : value}`
  }

  /** What was done since the last revision, no longer than a revision can say. */
  const causeSaid = () => Object.values(causes).join(', ').slice(0, 300)

  /** Keep in the browser what could not be sent. */
  function hold(edit: Edit) {
    if (!plan.value || !settled.value) return
    const field = drafted.value?.fields[pathOf(edit)]
    holdUnsent(plan.value.id, {
      spec: working ?? settled.value,
      base: plan.value.head,
      editId: crypto.randomUUID(),
      cause: causeSaid(),
      typed:
        edit.kind === 'typed'
          ? { path: edit.path, label: field?.label ?? edit.path, text: edit.text }
          : undefined,
    })
  }

  function settleSoon() {
    if (plan.value && drafted.value) holdPending()
    window.clearTimeout(settleTimer)
    settleTimer = window.setTimeout(settle, SETTLE_MS)
  }

  let pendingId = ''
  function holdPending() {
    pendingId ||= crypto.randomUUID()
    holdUnsent(plan.value!.id, {
      spec: working!,
      base: plan.value!.head,
      editId: pendingId,
      cause: causeSaid(),
    })
  }

  /** Settle what is on screen: one step of undo, one revision. */
  function settle() {
    window.clearTimeout(settleTimer)
    const after = working
    const before = settled.value
    if (!after || !before || busy || queue.length) {
      if (busy || queue.length) settleTimer = window.setTimeout(settle, 60)
      return
    }
    const cause = causeSaid() || 'Edited'
    causes = {}
    if (JSON.stringify(after) === JSON.stringify(before)) {
      if (plan.value && !unsaved && !waiting.value) releaseUnsent(plan.value.id)
      pendingId = ''
      return
    }
    done.value = [...done.value, { before, after, cause }]
    undone.value = []
    keep(after, cause)
  }

  function keep(spec: Spec, cause: string) {
    settled.value = spec
    working = spec
    unsaved = { spec, base: plan.value!.head, editId: pendingId || crypto.randomUUID(), cause }
    pendingId = ''
    holdUnsent(plan.value!.id, unsaved)
    void send()
  }

  async function send() {
    if (saving || !unsaved || !plan.value) return
    saving = true
    keeping.value = 'keeping'
    const sent = lost ?? unsaved
    const id = plan.value.id
    try {
      plan.value = await api.save(id, sent.spec, plan.value.head, sent.editId, sent.cause)
      lost = undefined
      offline.value = false
      trouble.value = ''
      redrawn.value = []
      tell({ kind: 'plan', plan: id, head: plan.value.head })
      releaseUnsent(id, sent.editId)
      if (unsaved === sent) {
        unsaved = undefined
        keeping.value = 'kept'
      }
      if (queue.length) void run()
    } catch (cause) {
      if (cause instanceof Refused) {
        keeping.value =
          cause.code === 'plan-away' ? 'away' : cause.code === 'plan-moved' ? 'moved' : 'waiting'
        if (keeping.value === 'waiting') trouble.value = cause.message
        return
      }
      if (cause instanceof Unreachable) lost = sent
      keeping.value = 'waiting'
      fail(cause)
      return
    } finally {
      saving = false
    }
    if (unsaved) void send()
  }

  /** Give a field its last settled value back. */
  function restore(path: string) {
    queue = queue.filter((e) => pathOf(e) !== path)
    forget(path)
    const before = settled.value
    if (before && JSON.stringify(working) !== JSON.stringify(before)) {
      window.clearTimeout(settleTimer)
      causes = {}
      pendingId = ''
      working = before
      void draftAgain(false)
    }
    if (plan.value && !unsaved && !waiting.value) releaseUnsent(plan.value.id)
  }

  function step(from: typeof done, to: typeof undone, which: 'before' | 'after', word: string) {
    settle()
    const last = from.value.at(-1)
    if (!last || busy || queue.length) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, last]
    problems.value = {}
    keep(last[which], `${word}: ${last.cause}`)
    void draftAgain()
  }
  const undo = () => step(done, undone, 'before', 'Undone')
  const redo = () => step(undone, done, 'after', 'Redone')

  function setUnit(next: Unit) {
    if (next === unit.value) return
    settle()
    unit.value = next
    void draftAgain(false)
  }

  /** Use what an earlier visit left unsent. */
  function useLeft() {
    const held = left.value
    if (!held || !settled.value) return
    left.value = undefined
    const differs = JSON.stringify(held.spec) !== JSON.stringify(settled.value)
    if (differs) {
      done.value = [
        ...done.value,
        { before: settled.value, after: held.spec, cause: held.cause || 'Edit kept from last time' },
      ]
      keep(held.spec, held.cause || 'Edit kept from last time')
      void draftAgain().then(
        () => held.typed && edit({ kind: 'typed', path: held.typed.path, text: held.typed.text }),
      )
    } else if (held.typed) edit({ kind: 'typed', path: held.typed.path, text: held.typed.text })
  }
  function dropLeft() {
    if (plan.value) releaseUnsent(plan.value.id)
    left.value = undefined
  }

  /** Keep what is on screen as a plan of its own, where this one cannot be saved to. */
  async function keepAsCopy(): Promise<string | undefined> {
    const spec = working ?? settled.value
    if (!plan.value || !spec) return undefined
    try {
      const opened = await api.beginFrom(`${plan.value.name}, mine`, spec)
      releaseUnsent(plan.value.id)
      return opened.plan.id
    } catch (cause) {
      fail(cause)
      return undefined
    }
  }

  /** Go on with mine where the plan has moved: it becomes the newest, the other stays a revision. */
  async function goOnWithMine() {
    const mine = working ?? settled.value
    if (!plan.value || !mine) return
    try {
      const theirs = await api.open(plan.value.id)
      plan.value = theirs.plan
      lost = undefined
      keep(mine, unsaved?.cause || 'Gone on with, over a newer one')
    } catch (cause) {
      fail(cause)
    }
  }

  /** Go on with the newer one: mine is set aside among the revisions. */
  async function goOnWithNewer() {
    const mine = working ?? settled.value
    if (!plan.value || !mine) return
    const { id, head } = plan.value
    try {
      const editId = unsaved?.editId ?? crypto.randomUUID()
      const opened = await api.setAside(id, mine, head, editId, unsaved?.cause || 'Edited')
      releaseUnsent(id)
      take(opened, unit.value)
      tell({ kind: 'plan', plan: id, head: opened.plan.head })
    } catch (cause) {
      fail(cause)
    }
  }

  /** Take over, as a revision of their own, the sizes that today's rules make. */
  function takeOver() {
    if (settled.value) keep(settled.value, 'Opened under newer rules')
  }

  const idle = () =>
    keeping.value === 'kept' &&
    !busy &&
    !queue.length &&
    !unsaved &&
    !Object.keys(problems.value).length &&
    JSON.stringify(working) === JSON.stringify(settled.value)

  /** Another tab kept this plan: follow it, unless something here is not kept yet. */
  useNews(async (news) => {
    if (news.kind !== 'plan' || news.plan !== plan.value?.id || !idle()) return
    try {
      const opened = await api.open(news.plan)
      if (!idle()) return
      take(opened, unit.value)
      followed.value = true
    } catch {
      // the next save finds out
    }
  })

  async function act(what: () => Promise<Plan | OpenPlan>) {
    settle()
    try {
      const got = await what()
      if ('spec' in got) {
        take(got, unit.value)
        tell({ kind: 'plan', plan: got.plan.id, head: got.plan.head })
      } else {
        plan.value = got
        tell({ kind: 'plan', plan: got.id, head: got.head })
        keeping.value = got.put_away_at ? 'away' : unsaved ? keeping.value : 'kept'
        if (!got.put_away_at && unsaved) void send()
        else if (!got.put_away_at && queue.length) void run()
      }
      trouble.value = ''
    } catch (cause) {
      fail(cause)
    }
  }

  const leaving = () => settle()
  window.addEventListener('pagehide', leaving)
  onBeforeUnmount(() => {
    settle()
    window.removeEventListener('pagehide', leaving)
    window.clearTimeout(retryTimer)
    window.clearTimeout(changedTimer)
  })

  return {
    plan,
    drafted,
    settled,
    unit,
    problems,
    offline,
    waiting,
    keeping,
    trouble,
    left,
    redrawn,
    followed,
    changed,
    canUndo: computed(() => done.value.length > 0),
    canRedo: computed(() => undone.value.length > 0),
    open,
    edit,
    settle,
    restore,
    undo,
    redo,
    send,
    setUnit,
    useLeft,
    dropLeft,
    keepAsCopy,
    goOnWithMine,
    goOnWithNewer,
    takeOver,
    act,
  }
}
