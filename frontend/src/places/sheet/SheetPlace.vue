<script setup lang="ts">
/** The cut sheet: forced light, black and white, A4 or Letter; the steps are on its back. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, said, type Cloth, type Piece, type SheetOut, type Unit } from '../../api/client'
import FlatPieceDrawing from '../../bag-drawing/FlatPieceDrawing.vue'
import StandingBag from '../../bag-drawing/StandingBag.vue'
import StateDrawing from '../../bag-drawing/StateDrawing.vue'
import WorkDrawing from '../../bag-drawing/WorkDrawing.vue'
import { stateScale, steppedScale } from '../../bag-drawing/scale'
import ShownLength from '../../length-field/ShownLength.vue'
import ClothsOnPaper from './ClothsOnPaper.vue'
import PieceOnPaper from './PieceOnPaper.vue'
import '../draft/pieces.css'
import './sheet.css'

const props = defineProps<{ id: string; revision: string }>()
const route = useRoute()
const out = shallowRef<SheetOut>()
const cloths = shallowRef<Cloth[]>([])
const trouble = ref('')
const head = ref(0)
const paper = ref<'A4' | 'Letter'>('A4')
const unit = route.query.unit as Unit | undefined

async function load() {
  try {
    out.value = await api.sheet(props.id, Number(props.revision), unit)
    paper.value = out.value.paper as 'A4' | 'Letter'
    head.value = out.value.plan.head
    document.title = `${out.value.plan.name}, cut sheet, revision ${props.revision}`
  } catch (cause) {
    trouble.value = said(cause)
  }
}
/** A sheet left open notices that its plan has moved on. */
async function look() {
  try {
    head.value = (await api.open(props.id)).plan.head
  } catch {
    // the sheet itself stays readable without the server
  }
}
const note = () => void api.printed(props.id, Number(props.revision)).catch(() => undefined)
let timer = 0
onMounted(() => {
  void load()
  window.addEventListener('beforeprint', note)
  window.addEventListener('focus', look)
  timer = window.setInterval(look, 5000)
})
onBeforeUnmount(() => {
  window.removeEventListener('beforeprint', note)
  window.removeEventListener('focus', look)
  window.clearInterval(timer)
})
const print = () => window.print()
const sheet = computed(() => out.value?.sheet)
const moved = computed(() => head.value > Number(props.revision))
const heard = computed(() => sheet.value?.findings.filter((f) => !f.silenced) ?? [])
const stops = computed(() => heard.value.filter((f) => f.level === 'stop'))
const others = computed(() => heard.value.filter((f) => f.level !== 'stop'))
const silenced = computed(() => sheet.value?.findings.filter((f) => f.silenced) ?? [])
const date = computed(() =>
  out.value ? new Date(out.value.revision.saved_at).toLocaleDateString(undefined, { dateStyle: 'long' }) : '',
)
/** pieces without numbers of their own are small beside those that have them */
const plainScale = computed(() => {
  const boxes = large.value.map((p) => p.picture.box)
  return steppedScale(
    { width: Math.max(1, ...boxes.map((b) => b[2]!)), height: Math.max(1, ...boxes.map((b) => b[3]!)) },
    { width: 110, height: 64 },
  )
})
const pieceScale = computed(() => {
  const boxes = large.value.map((p) => p.picture.box)
  return steppedScale(
    { width: Math.max(1, ...boxes.map((b) => b[2]!)), height: Math.max(1, ...boxes.map((b) => b[3]!)) },
    { width: 128, height: 92 },
  )
})
/** Small pieces are gathered in a strip of their own: on a long table one is soon forgotten. */
const large = computed(() => sheet.value?.pieces.filter((p) => !p.small) ?? [])
const small = computed(() => sheet.value?.pieces.filter((p) => p.small) ?? [])
const marksOf = (p: Piece) => p.marks.filter((m) => m.readings.length)
const drawnAs = (p: Piece) => sheet.value!.on_paper[p.key]!
/** with the pieces drawn and their numbers on them, or as a list of words */
const drawings = ref(route.query.list === undefined)
/** with a page more for the cloths: they are laid on it as they are chosen now */
const onCloth = ref(route.query.cloths !== undefined)
watch(
  onCloth,
  async (wanted) => {
    if (!wanted || cloths.value.length) return
    try {
      cloths.value = await api.cloths(props.id, Number(props.revision), unit)
    } catch (cause) {
      trouble.value = said(cause)
    }
  },
  { immediate: true },
)
const bagScale = computed(() => {
  const box = sheet.value?.standing.box
  return box ? steppedScale({ width: box[2]!, height: box[3]! }, { width: 210, height: 150 }) : 0.2
})
</script>

<template>
  <div class="sheet-place" :class="paper">
    <component :is="'style'">@page { size: {{ paper === 'A4' ? 'A4' : 'letter' }}; margin: 12mm; }</component>
    <nav class="sheet-tools" aria-label="Sheet">
      <RouterLink :to="{ name: 'draft', params: { id } }">Back to the draft</RouterLink>
      <label v-for="p in ['A4', 'Letter'] as const" :key="p" class="radio-pill">
        <input v-model="paper" type="radio" name="paper" :value="p" /><span>{{ p }}</span>
      </label>
      <label v-for="with_ in [true, false]" :key="String(with_)" class="radio-pill">
        <input v-model="drawings" type="radio" name="drawings" :value="with_" /><span>{{
          with_ ? 'With drawings' : 'List only'
        }}</span>
      </label>
      <label class="radio-pill">
        <input v-model="onCloth" type="checkbox" data-with="cloths" /><span>With the cloths</span>
      </label>
      <button type="button" class="to-sheet" @click="print">Print</button>
      <p v-if="moved" class="notice" role="status">
        The plan has moved on to revision {{ head }} since this sheet.
        <RouterLink :to="{ name: 'sheet', params: { id, revision: String(head) }, query: route.query }"
          >Show that one</RouterLink
        >
      </p>
    </nav>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <article v-if="sheet && out" class="paper front">
      <p v-for="f in stops" :key="f.id" class="sheet-stop">
        <b>STOP. {{ f.title }}.</b> <ShownLength :text="`${f.say} ${f.fix}`" />
      </p>
      <header class="sheet-head">
        <div>
          <h1>{{ out.plan.name }}</h1>
          <p>{{ sheet.sentence }}</p>
          <p class="sheet-meta">
            Revision {{ out.revision.number }} · {{ date }} · all lengths in
            {{ sheet.unit === 'in' ? 'inches' : sheet.unit }}, cut on the {{ sheet.grid }} grid
          </p>
        </div>
        <StandingBag :standing="sheet.standing" :scale="bagScale" plain />
      </header>
      <dl class="sheet-sizes">
        <div v-for="d in sheet.size" :key="d.key">
          <dt>{{ d.label }}</dt>
          <dd><ShownLength :text="d.comes_out" /></dd>
        </div>
        <div v-for="d in sheet.allowances" :key="`a ${d.key}`" class="allowance">
          <dt>{{ d.label }}</dt>
          <dd><ShownLength :text="d.comes_out" /></dd>
        </div>
      </dl>
      <section v-if="drawings" class="sheet-drawn" aria-label="Pieces to cut">
        <PieceOnPaper v-for="p in large" :key="p.key" :piece="p" :on="drawnAs(p)" :scale="plainScale" />
      </section>
      <table v-else class="sheet-pieces">
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">Cut</span></th>
            <th scope="col">Piece</th>
            <th scope="col">Cut</th>
            <th scope="col">Drawing</th>
            <th scope="col">Mark</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in large" :key="p.key" :data-piece="p.key">
            <td class="ticks"><span v-for="n in p.count" :key="n" class="tick-box" /></td>
            <th scope="row">
              <b class="letter">{{ p.letter }}</b> {{ p.name }}
              <span>×{{ p.count }}, {{ p.material }}</span>
            </th>
            <td>
              <strong class="sheet-size"><ShownLength :text="p.size" /></strong>
              <span v-if="p.cut_out"
                >corner cut-out,
                {{ p.from_fold ? `across from the raw side, up from the ${p.from_fold}` : 'from raw edges' }}
                <b><ShownLength :text="p.cut_out" /></b
              ></span>
              <span v-if="p.half">or cut on the fold: half is <ShownLength :text="p.half" /></span>
            </td>
            <td>
              <FlatPieceDrawing
                :picture="p.picture"
                :layer="p.looks"
                :letter="p.letter"
                :scale="pieceScale"
              />
            </td>
            <td class="marks-cell">
              <span v-if="drawnAs(p).like">as {{ drawnAs(p).like }}</span>
              <template v-else>
                <span v-for="(m, i) in marksOf(p)" :key="i">
                  {{ m.label }}:
                  <template v-for="(r, n) in m.readings" :key="n"
                    ><template v-if="n">, </template>{{ r.label }} <b><ShownLength :text="r.sum.plain" /></b
                  ></template>
                  <small> ({{ m.corner }})</small>
                </span>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
      <section v-if="small.length" class="sheet-small">
        <h2>Small pieces, so that none is forgotten</h2>
        <ul>
          <li v-for="p in small" :key="p.key" :data-piece="p.key">
            <p class="small-head">
              <span v-for="n in p.count" :key="n" class="tick-box" />
              <b class="letter">{{ p.letter }}</b>
              <strong class="sheet-size"><ShownLength :text="p.size" /></strong>
            </p>
            <p>
              <b>{{ p.name }}</b> ×{{ p.count }}, {{ p.material }}
              <template v-if="p.sums.buy">
                · buy <b class="buy"><ShownLength :text="p.sums.buy.plain" :unit="sheet.unit" /></b>
              </template>
              <template v-if="p.sums.opens">
                · opens <b><ShownLength :text="p.sums.opens.plain" /></b>
              </template>
            </p>
            <p v-for="(m, i) in p.marks.filter((m) => m.readings.length)" :key="i" class="small-mark">
              {{ m.label }}:
              <template v-for="(r, n) in m.readings" :key="n"
                ><template v-if="n">, </template>{{ r.label }} <b><ShownLength :text="r.sum.plain" /></b
              ></template>
              ({{ m.corner }})
            </p>
          </li>
        </ul>
      </section>
      <section class="sheet-readings">
        <h2 v-if="!drawings">What the tape should read</h2>
        <ul v-if="!drawings">
          <li v-for="(r, i) in sheet.readings" :key="i">
            <ShownLength :text="r" /> <span class="blank" aria-hidden="true" />
          </li>
        </ul>
        <p>
          Read back from these cuts: <b><ShownLength :text="sheet.read.size" :unit="sheet.unit" /></b
          ><template v-if="sheet.read.strap">; <ShownLength :text="sheet.read.strap" /></template>.
          <ShownLength :text="sheet.read.rounding" />
        </p>
      </section>
      <section v-if="others.length || silenced.length || out.redrawn.length" class="sheet-checks">
        <h2>Before you cut</h2>
        <p v-for="d in out.redrawn" :key="d.key" data-redrawn>
          <b>Drawn by newer rules than it was kept under.</b> {{ d.label }}
          <ShownLength :text="d.was || 'none'" /> → <ShownLength :text="d.now || 'left out'" />.
        </p>
        <p v-for="f in others" :key="f.id + f.say">
          <b>{{ f.title }}.</b> <ShownLength :text="`${f.say} ${f.fix}`" />
        </p>
        <p v-for="f in silenced" :key="`silenced ${f.id} ${f.say}`" class="sheet-silenced">
          Silenced: {{ f.title }}. “{{ f.silenced }}”
        </p>
      </section>
    </article>
    <article v-if="sheet && out" class="paper back" :class="{ long: sheet.steps.length > 30 }">
      <h2>{{ out.plan.name }}, in order</h2>
      <p class="sheet-takes">
        About {{ sheet.takes }}, {{ sheet.reckoned }}.
        <b v-if="sheet.refused">It cannot be sewn as it is. {{ sheet.refused }}</b>
      </p>
      <div v-if="sheet.states.length" class="sheet-states">
        <StateDrawing
          v-for="(s, i) in sheet.states"
          :key="s.title"
          :state="s"
          :number="i + 1"
          :scale="stateScale(s)"
        />
        <figure class="state">
          <StandingBag :standing="sheet.standing" :scale="bagScale" plain />
          <figcaption>
            <b>{{ sheet.states.length + 1 }}. Turned.</b>
          </figcaption>
        </figure>
      </div>
      <ol class="sheet-steps">
        <li v-for="s in sheet.steps" :key="s.number" :class="s.kind.replace(' ', '-')">
          <span class="tick-box" />
          <div>
            <p>
              <b>{{ s.number }}. {{ s.title }}</b>
              <em v-if="s.kind === 'gate'"> check before going on</em>
              <em v-if="s.kind === 'no return'"> no way back after this</em>
            </p>
            <p>
              {{ s.say }} <span v-if="s.settings">{{ s.settings }}</span> <span>{{ s.waits }}</span>
            </p>
            <p v-if="s.lengths.length || s.reads.length" class="step-lengths">
              <span v-for="(l, i) in s.lengths" :key="`l${i}`"><ShownLength :text="l" /></span>
              <span v-for="(r, i) in s.reads" :key="`r${i}`"
                >reads: <ShownLength :text="r" /> <span class="blank" aria-hidden="true"
              /></span>
            </p>
            <p v-for="c in s.cautions" :key="c" class="caution">{{ c }}</p>
          </div>
          <WorkDrawing v-if="s.picture && s.needle" :picture="s.picture" />
        </li>
      </ol>
      <p class="last-word">{{ sheet.last_word }}</p>
    </article>
    <article v-if="sheet && onCloth && cloths.length" class="paper on-cloth">
      <ClothsOnPaper :cloths="cloths" />
    </article>
  </div>
</template>
