/** Every colour there is: pattern paper by day and by night, and what is printed, legible in black and white. */
export const day = {
  ground: '#f4f7f4',
  sheet: '#ffffff',
  ink: '#15231e',
  'ink-soft': '#4c5f57',
  rule: '#d6ded9',
  dot: '#b9c8c0',
  pine: '#1d5a4c',
  'pine-wash': '#e4efea',
  marigold: '#e3a008',
  stop: '#b3264b',
  'section-outer': '#1d5a4c',
  'section-other': '#5b7bb2',
  'section-strap': '#8e5c89',
  outer: '#cfe3d9',
  'outer-far': '#b4d0c3',
  lining: '#cbd8ec',
  interfacing: '#e6e6df',
  insert: '#efe3c8',
  contrast: '#ecd3c6',
  cord: '#f4e3b2',
  zip: '#d9d4e6',
  strap: '#e2cfe0',
  'strap-far': '#d2b9cf',
  hatch: '#8fa3c2',
  'hatch-plain': '#9a9a8f',
  table: '#dfe5e1',
}
type Palette = Record<keyof typeof day, string>
export const night: Palette = {
  ...day,
  ...{
    ground: '#101b17',
    sheet: '#17251f',
    ink: '#e6efe9',
    'ink-soft': '#a9bcb2',
    rule: '#2e4038',
    dot: '#2b3b34',
    pine: '#86cfb9',
    'pine-wash': '#1e322a',
    marigold: '#f0b731',
    stop: '#ff95aa',
    'section-outer': '#86cfb9',
    'section-other': '#9db8e6',
    'section-strap': '#d9a9d3',
    outer: '#2c5446',
    'outer-far': '#23443a',
    lining: '#2d3f5c',
    interfacing: '#41443c',
    insert: '#554a31',
    contrast: '#5e4238',
    cord: '#6b5a24',
    zip: '#4a4560',
    strap: '#5b3f58',
    'strap-far': '#4a3348',
    hatch: '#5f789f',
    'hatch-plain': '#75796c',
  },
}
export const print: Palette = {
  ...day,
  ...{
    ground: '#ffffff',
    sheet: '#ffffff',
    ink: '#000000',
    'ink-soft': '#333333',
    rule: '#888888',
    pine: '#1d5a4c',
    'pine-wash': '#ffffff',
    outer: '#f2f2f2',
    'outer-far': '#dedede',
    lining: '#ffffff',
    interfacing: '#ffffff',
    insert: '#ffffff',
    contrast: '#ffffff',
    cord: '#ffffff',
    zip: '#ffffff',
    'section-strap': '#555555',
    strap: '#ffffff',
    'strap-far': '#e4e4e4',
    hatch: '#8a8a8a',
    'hatch-plain': '#7a7a7a',
    marigold: '#000000',
    stop: '#000000',
  },
}

/** What Vuetify draws its own parts with. */
const parts = (of: Palette) => ({
  background: of.ground,
  surface: of.sheet,
  'on-background': of.ink,
  'on-surface': of.ink,
  primary: of.pine,
  secondary: of['section-strap'],
  error: of.stop,
  warning: of.marigold,
})
export const dayParts = { ...parts(day), 'on-primary': day.sheet }
export const nightParts = { ...parts(night), 'on-primary': night.ground }

const rule = (selector: string, of: Palette) =>
  `${selector} { ${Object.entries(of)
    .map(([name, colour]) => `--${name}: ${colour};`)
    .join(' ')} }`

/** Hand every colour to the style sheets, under its own name. */
export function spreadColours(into: Document = document): void {
  const style = into.createElement('style')
  style.textContent = [
    rule(':root', day),
    rule(':root.night, .v-theme--dark', night),
    rule('.v-application.bare', print),
  ].join('\n')
  into.head.append(style)
}
