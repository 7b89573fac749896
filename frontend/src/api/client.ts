/** The one door to the server: typed calls, and failures told apart by kind, never by message. */
import type { components } from './schema'

type Schemas = components['schemas']
export type Drafted = Schemas['Drafted']
export type Spec = Schemas['Spec']
export type Unit = Drafted['unit']
export type Piece = Schemas['PieceShown']
export type Sum = Schemas['ShownSum']
export type Field = Schemas['FieldShown']
export type Finding = Schemas['FindingShown']
export type Remedy = Schemas['RemedyShown']
export type FlatPiece = Schemas['FlatPiece']
export type Standing = Schemas['Standing']
export type Section = Schemas['Tile']['section']
export type Compared = Schemas['Compared']
export type Difference = Schemas['Difference']
export type Tiles = Schemas['Tiles']
export type Tile = Schemas['Tile']
export type Outline = Schemas['OutlineOut']
export type Volumes = Schemas['Volumes']
export type Closing = Schemas['ClosingShown']
export type Work = Schemas['WorkShown']
export type LaidPiece = Schemas['LaidShown']
export type PieceAsked = Schemas['PieceRequest']
export type WorkPicture = Schemas['WorkPicture']
export type Cloth = Schemas['ClothShown']
export type Cloths = Schemas['ClothsShown']
export type ClothChoices = Schemas['ClothChoices']
export type ClothKey = Cloth['key']
export type ClothEdit = NonNullable<Schemas['ClothRequest']['edits']>[number]
export type Lying = Schemas['LyingShown']
export type Largest = Schemas['LargestShown']
export type Buying = Schemas['Buying']
export type Cliff = Schemas['CliffShown']
export type ClothSheet = Schemas['SheetShown']
export type Source = Schemas['SourceChoice']
export type Roll = Schemas['RollShown']
export type StrapSaving = Schemas['StrapShown']
export type Held = Schemas['HeldShown']
export type Advice = Schemas['Advice']
export type Family = Schemas['FamilyShown']
export type Stash = Schemas['StashShown']
export type Thing = Schemas['ThingShown']
export type ThingTyped = Schemas['ThingTyped']
export type Gives = Schemas['GivesShown']
export type Pieces = Schemas['PiecesShown']
export type PiecesAsked = Schemas['PiecesRequest']
export type Row = Pieces['rows'][number]
export type MissingNumber = Schemas['MissingShown']
export type Diagnosis = Schemas['DiagnosisShown']
export type Plan = Schemas['PlanOut']
export type OpenPlan = Schemas['OpenPlan']
export type Revision = Schemas['RevisionOut']
export type SheetOut = Schemas['SheetOut']
export type OnPaper = Schemas['OnPaper']
export type UsualShown = Schemas['UsualShown']
export type UsualEdit = Schemas['UsualEdit']
export type Problem = Schemas['OneProblem']
export type WayToBegin = Schemas['WayToBegin']
export type State = Schemas['StateShown']
export type Making = Schemas['MakingShown']
export type Bench = Making['bench']
export type BenchStep = Bench['step']
export type AboutMaking = Schemas['About']
export type Happening = Schemas['Happening']
export type Happened = Happening['event']
export type Log = Schemas['LogShown']
export type Entry = Schemas['EntryShown']
export type Offer = Schemas['OfferShown']
export type Edit = NonNullable<Schemas['DraftRequest']['edits']>[number]

/** The server answered, and says what is wrong. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problems: readonly Problem[],
    readonly head?: number,
    /** of a file: whether what is left of it opens without what is wrong */
    readonly restOpens = false,
  ) {
    super(problems.map((p) => `${p.why} ${p.fix}`).join(' '))
  }
  get code(): string {
    return this.problems[0]?.code ?? ''
  }
}

/** The server answered that it failed at this one request. What was asked is not lost, and may be asked again. */
export class Failed extends Refused {}

/** No answer came: the server is stopped or cannot be reached. */
export class Unreachable extends Error {}

/** What to tell a maker of a failure, whatever was thrown. */
export const said = (cause: unknown) => (cause instanceof Error ? cause.message : String(cause))

/** A request that goes on when its page is left may not be larger than this, in bytes. */
const KEEPALIVE_BYTES = 60_000
/** How often, and after how many ms, a server that has too much to do is asked again. */
const AGAIN = 6
const AGAIN_MS = 400

const bytesOf = (text: string) => new TextEncoder().encode(text).length
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

async function ask<T>(
  method: string,
  path: string,
  body?: unknown,
  signal?: AbortSignal,
  again = AGAIN,
): Promise<T> {
  const sent = body === undefined ? undefined : JSON.stringify(body)
  let answer: Response
  try {
    answer = await fetch(`/api${path}`, {
      method,
      headers: sent === undefined ? {} : { 'content-type': 'application/json' },
      body: sent,
      // a save goes on when the page is left; a larger one is still held in the browser then
      keepalive: method === 'PUT' && bytesOf(sent ?? '') < KEEPALIVE_BYTES,
      signal,
    })
  } catch (cause) {
    throw new Unreachable('The server does not answer.', { cause })
  }
  if (answer.ok) return (await answer.json()) as T
  const told = (await answer.json().catch(() => ({}))) as {
    problems?: Problem[]
    head?: number
    rest_opens?: boolean
  }
  const problems = told.problems ?? [
    {
      code: 'failed',
      field: '',
      value: '',
      why: `The server failed at this request (${answer.status}).`,
      fix: 'What you typed is still here: try again.',
    },
  ]
  if (problems[0]?.code === 'busy' && again > 0 && !signal?.aborted) {
    await pause(AGAIN_MS)
    return ask<T>(method, path, body, signal, again - 1)
  }
  const Kind = answer.status >= 500 || !told.problems ? Failed : Refused
  throw new Kind(answer.status, problems, told.head, told.rest_opens)
}

/** A picture as it is; none takes the one that is there away. */
async function sendPicture<T>(method: string, path: string, picture?: Blob): Promise<T> {
  const answer = await fetch(`/api${path}`, { method, body: picture ?? '' })
  if (answer.ok) return (await answer.json()) as T
  const told = (await answer.json().catch(() => ({}))) as { problems?: Problem[] }
  throw new Refused(answer.status, told.problems ?? [])
}

const thing = (id: string) => `/stash/things/${encodeURIComponent(id)}`
const making = (id: string) => `/makings/${encodeURIComponent(id)}`
const plan = (id: string) => `/plans/${encodeURIComponent(id)}`

export const api = {
  /**
   * While a number is being changed remedies are not carried out: they are asked for once the hand rests. Of sums
   * and marks those of the piece or seam that is opened come in full.
   */
  draft: (spec: Spec, edits: Edit[], unit: Unit, was: string, opened: string, signal?: AbortSignal) =>
    ask<Drafted>('POST', '/draft', { spec, edits, unit, was, opened, remedies: false }, signal),
  /** The same, asked before the key that would ask it: the server lets every key by. */
  draftEarly: (spec: Spec, edits: Edit[], unit: Unit, was: string, opened: string, signal?: AbortSignal) =>
    ask<Drafted>('POST', '/draft?early=true', { spec, edits, unit, was, opened, remedies: false }, signal, 0),
  checks: (spec: Spec, unit: Unit, signal?: AbortSignal) =>
    ask<Finding[]>('POST', '/checks', { spec, unit }, signal),
  /** The words of a phrase's tiles (`named`), or what those of some `groups` give, of all for none. */
  tiles: (
    spec: Spec,
    phrase: string,
    unit: Unit,
    wanted: { named: true } | { groups: string[] },
    signal?: AbortSignal,
  ) => ask<Tiles>('POST', '/tiles', { spec, phrase, unit, ...wanted }, signal),
  /** Pieces as rows or as text: the bag that they make, put together so, and what was promised of it. */
  pieces: (asked: PiecesAsked, signal?: AbortSignal) => ask<Pieces>('POST', '/pieces', asked, signal),
  samplePieces: () => ask<Schemas['SamplePieces']>('GET', '/pieces/sample'),
  pieceTiles: (asked: Schemas['PieceTilesRequest'], signal?: AbortSignal) =>
    ask<Tiles>('POST', '/pieces/tiles', asked, signal),
  volumes: (spec: Spec, asked: string, ratio: string, unit: Unit) =>
    ask<Volumes>('POST', '/volumes', { spec, asked, ratio, unit }),
  work: (spec: Spec, unit: Unit, signal?: AbortSignal) => ask<Work>('POST', '/work', { spec, unit }, signal),
  pages: (id: string, revision: number, piece: string, signal?: AbortSignal) =>
    ask<Schemas['Pages']>(
      'GET',
      `${plan(id)}/revisions/${revision}/pages?${new URLSearchParams({ piece })}`,
      undefined,
      signal,
    ),
  piece: (asked: PieceAsked, signal?: AbortSignal) => ask<LaidPiece>('POST', '/piece', asked, signal),
  closing: (spec: Spec, unit: Unit, signal?: AbortSignal) =>
    ask<Closing[]>('POST', '/closing', { spec, unit }, signal),
  /** The pieces on their cloths, after edits of what was chosen of these. */
  cloth: (spec: Spec, choices: ClothChoices, edits: ClothEdit[], unit: Unit, signal?: AbortSignal) =>
    ask<Cloths>('POST', '/cloth', { spec, choices, edits, unit }, signal),
  cliffs: (spec: Spec, choices: ClothChoices, unit: Unit, signal?: AbortSignal) =>
    ask<Cliff[]>('POST', '/cliffs', { spec, choices, unit }, signal),
  largest: (spec: Spec, choices: ClothChoices, unit: Unit, signal?: AbortSignal) =>
    ask<Largest[]>('POST', '/largest', { spec, choices, unit }, signal),
  buying: (spec: Spec, choices: ClothChoices, unit: Unit, signal?: AbortSignal) =>
    ask<Buying>('POST', '/buying', { spec, choices, unit }, signal),
  straps: (spec: Spec, choices: ClothChoices, unit: Unit, signal?: AbortSignal) =>
    ask<StrapSaving[]>('POST', '/straps', { spec, choices, unit }, signal),
  rolls: (spec: Spec, choices: ClothChoices, cloth: ClothKey, unit: Unit, signal?: AbortSignal) =>
    ask<Roll[]>('POST', '/rolls', { spec, choices, cloth, unit }, signal),
  advice: (spec: Spec, choices: ClothChoices, unit: Unit, signal?: AbortSignal) =>
    ask<Advice[]>('POST', '/advice', { spec, choices, unit }, signal),
  held: (spec: Spec, piece: string, side: 'width' | 'height', text: string, unit: Unit) =>
    ask<Held>('POST', '/held', { spec, piece, side, text, unit }),
  family: (spec: Spec, choices: ClothChoices, sizes: string[], unit: Unit, signal?: AbortSignal) =>
    ask<Family>('POST', '/family', { spec, choices, sizes, unit }, signal),
  beginMaking: (asked: Schemas['BeginMaking']) => ask<Making>('POST', '/makings', asked),
  nextTime: (plan: string) =>
    ask<Schemas['SaidBefore'][]>('GET', `/makings/next-time?${new URLSearchParams({ plan })}`),
  makingsOf: (id: string, unit: Unit) =>
    ask<Entry[]>('GET', `/makings?${new URLSearchParams({ plan: id, unit })}`),
  making: (id: string, unit?: Unit) => ask<Making>('GET', `${making(id)}${unit ? `?unit=${unit}` : ''}`),
  happen: (id: string, happened: Happening[], unit?: Unit) =>
    ask<Making>('POST', `${making(id)}/events`, { happened, unit }),
  askTape: (id: string, step: string, reading: string, unit: Unit) =>
    ask<Schemas['TapeRead']>('POST', `${making(id)}/tape`, { step, reading, unit }),
  putMakingAway: (id: string, back = false) =>
    ask<Record<string, boolean>>('POST', `${making(id)}/put-away?back=${back}`),
  addPhoto: (id: string, photo: Blob, words: string) =>
    sendPicture<Schemas['PhotoOut']>('POST', `${making(id)}/photos?${new URLSearchParams({ words })}`, photo),
  putPhotoAway: (id: string) => ask<Record<string, boolean>>('POST', `/photos/${id}/put-away`),
  log: (unit: Unit, search: string, signal?: AbortSignal) =>
    ask<Log>('GET', `/log?${new URLSearchParams({ unit, search })}`, undefined, signal),
  samples: (unit: Unit) => ask<Schemas['SampleShown'][]>('GET', `/log/samples?unit=${unit}`),
  addSample: (typed: Schemas['SampleTyped']) => ask<Schemas['SampleShown'][]>('POST', '/log/samples', typed),
  putSampleAway: (number: number, unit: Unit) =>
    ask<Schemas['SampleShown'][]>('POST', `/log/samples/${number}/put-away?unit=${unit}`),
  shrinks: (cloth: string, signal?: AbortSignal) =>
    ask<Schemas['ShrinksOffered']>(
      'GET',
      `/log/shrinks?${new URLSearchParams({ cloth })}`,
      undefined,
      signal,
    ),
  logFromFile: (text: string) => ask<Schemas['LogTaken']>('POST', '/log/from-file', { text }),
  known: (spec: Spec, unit: Unit, signal?: AbortSignal) =>
    ask<Offer[]>('POST', '/known', { spec, unit }, signal),
  stash: (unit: Unit, usedUp = false) => ask<Stash>('GET', `/stash?unit=${unit}&used_up=${usedUp}`),
  putInStash: (typed: ThingTyped) => ask<Thing>('POST', '/stash', typed),
  changeThing: (id: string, typed: ThingTyped) => ask<Thing>('PUT', thing(id), typed),
  useUp: (id: string, back: boolean) => ask<Thing>('POST', `${thing(id)}/${back ? 'take-back' : 'used-up'}`),
  takePhoto: (id: string, photo?: Blob) => sendPicture<Thing>('PUT', `${thing(id)}/photo`, photo),
  gives: (id: string, signal?: AbortSignal) => ask<Gives[]>('GET', `${thing(id)}/gives`, undefined, signal),
  cutCloth: (cut: Schemas['Cut']) => ask<Thing[]>('POST', '/stash/cut', cut),
  stashFromTable: (text: string, unit: Unit | undefined, keep_right: boolean) =>
    ask<Schemas['TakenOut']>('POST', '/stash/from-csv', { text, unit, keep_right }),
  chosenCloths: (id: string) => ask<ClothChoices>('GET', `${plan(id)}/cloth`),
  keepCloths: (id: string, choices: ClothChoices) => ask<ClothChoices>('PUT', `${plan(id)}/cloth`, choices),
  outline: (name: string, text: string, unit: Schemas['DrawingIn']['unit']) =>
    ask<Outline>('POST', '/outline', { name, text, unit }),
  shelf: (putAway: boolean, offset = 0) =>
    ask<Schemas['ShelfOut']>('GET', `/plans?put_away=${putAway}&offset=${offset}`),
  waysToBegin: () => ask<WayToBegin[]>('GET', '/begin'),
  begin: (preset: string, way = '') => ask<OpenPlan>('POST', '/plans', { preset, way }),
  beginFrom: (name: string, spec: Spec) => ask<OpenPlan>('POST', '/plans', { name, spec }),
  beginFromFile: (text: string, keep_right: boolean, unit?: Unit) =>
    ask<OpenPlan>('POST', '/plans/from-file', { text, keep_right, unit }),
  compare: (before: Spec, after: Spec, unit: Unit) =>
    ask<Compared>('POST', '/compare', { before, after, unit }),
  compareRevisions: (id: string, before: number, after: number, unit: Unit) =>
    ask<Compared>('GET', `${plan(id)}/compare?before=${before}&after=${after}&unit=${unit}`),
  setAside: (id: string, spec: Spec, base_revision: number, edit_id: string, cause: string) =>
    ask<OpenPlan>('POST', `${plan(id)}/set-aside`, { spec, base_revision, edit_id, cause }),
  open: (id: string) => ask<OpenPlan>('GET', plan(id)),
  save: (id: string, spec: Spec, base_revision: number, edit_id: string, cause: string) =>
    ask<Plan>('PUT', `${plan(id)}/spec`, { spec, base_revision, edit_id, cause }),
  rename: (id: string, name: string) => ask<Plan>('PUT', `${plan(id)}/name`, { name }),
  copy: (id: string, name: string) => ask<Plan>('POST', `${plan(id)}/copy`, { name }),
  putAway: (id: string) => ask<Plan>('POST', `${plan(id)}/put-away`),
  takeBack: (id: string) => ask<Plan>('POST', `${plan(id)}/take-back`),
  /** Newest first, so many at once; those before a number are the older ones. */
  revisions: (id: string, before?: number) =>
    ask<Revision[]>('GET', `${plan(id)}/revisions${before ? `?before=${before}` : ''}`),
  restore: (id: string, number: number) => ask<OpenPlan>('POST', `${plan(id)}/revisions/${number}/restore`),
  printed: (id: string, number: number) => ask<Plan>('POST', `${plan(id)}/revisions/${number}/printed`),
  sheet: (id: string, number: number, unit?: Unit) =>
    ask<SheetOut>('GET', `${plan(id)}/revisions/${number}/sheet${unit ? `?unit=${unit}` : ''}`),
  cloths: (id: string, number: number, unit?: Unit) =>
    ask<Cloth[]>('GET', `${plan(id)}/revisions/${number}/cloths${unit ? `?unit=${unit}` : ''}`),
  usual: () => ask<UsualShown>('GET', '/usual'),
  keepUsual: (edit: UsualEdit) => ask<UsualShown>('PUT', '/usual', edit),
}

/** Where a plan's files are, for links. */
export const fileOf = (
  id: string,
  revision: number,
  file: 'cut-list.csv' | 'plan.json' | 'templates.pdf',
  unit: Unit,
) => `/api${plan(id)}/revisions/${revision}/${file}${file === 'cut-list.csv' ? `?unit=${unit}` : ''}`

/** Where the stash is had as a table, and the photograph of a thing, anew each time it is taken. */
export const stashTable = (unit: Unit) => `/api/stash/stash.csv?unit=${unit}`
export const photoOf = (id: string, taken: string) =>
  `/api${thing(id)}/photo?${new URLSearchParams({ taken })}`

/** Where a photograph of a making is, and the log as a file. */
export const pictureOf = (id: string, small = false) => `/api/photos/${id}?small=${small}`
export const logAs = (ending: 'csv' | 'json', unit: Unit) => `/api/log.${ending}?unit=${unit}`

/** Where what is bought for a plan is had as a table. */
export const buyingOf = (id: string, unit: Unit) => `/api${plan(id)}/buying.csv?unit=${unit}`

/** Where a piece, or every one, is had at true size. */
export const trueSizeOf = (
  id: string,
  revision: number,
  ending: 'pdf' | 'svg' | 'dxf',
  piece = '',
  half = false,
) =>
  `/api${plan(id)}/revisions/${revision}/pieces.${ending}?${new URLSearchParams({ piece, half: String(half) })}`
