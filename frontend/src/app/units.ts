import type { Unit } from '../api/client'

/** The units that lengths can be shown in, and the one after another of them. */
export const UNITS: readonly Unit[] = ['mm', 'cm', 'in']
export const nextUnit = (unit: Unit): Unit => UNITS[(UNITS.indexOf(unit) + 1) % UNITS.length]!
