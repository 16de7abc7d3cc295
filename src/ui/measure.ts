/** Measures as a reader's units have them: what a field shows, and what it stores. */
import type { Units } from '../words/format'

/** What is measured. Stored in °C, cm, ml, so many a metre, and shares; shown in the reader's units. */
export type Quantity =
  'temperature' | 'difference' | 'length' | 'ground' | 'along' | 'volume' | 'mix' | 'share' | 'number'

interface Scale {
  unit: string
  factor: number
  offset: number
  digits: number
}

/** How a quantity is shown: shown = stored × factor + offset. */
export function scaleOf(quantity: Quantity, units: Units): Scale {
  const us = units === 'us'
  switch (quantity) {
    case 'temperature':
      return us ? { unit: '°F', factor: 1.8, offset: 32, digits: 1 } : { unit: '°C', factor: 1, offset: 0, digits: 1 }
    case 'difference':
      return us ? { unit: '°F', factor: 1.8, offset: 0, digits: 1 } : { unit: '°C', factor: 1, offset: 0, digits: 1 }
    case 'length':
      return us
        ? { unit: 'in', factor: 1 / 2.54, offset: 0, digits: 2 }
        : { unit: 'cm', factor: 1, offset: 0, digits: 2 }
    case 'ground':
      return us
        ? { unit: 'ft', factor: 1 / 30.48, offset: 0, digits: 1 }
        : { unit: 'm', factor: 1 / 100, offset: 0, digits: 2 }
    case 'along':
      return us
        ? { unit: '/ ft', factor: 0.3048, offset: 0, digits: 1 }
        : { unit: '/ m', factor: 1, offset: 0, digits: 1 }
    case 'volume':
      return us
        ? { unit: 'cu in', factor: 1 / 16.387, offset: 0, digits: 2 }
        : { unit: 'ml', factor: 1, offset: 0, digits: 1 }
    case 'mix':
      return us
        ? { unit: 'gal', factor: 1 / 3.785, offset: 0, digits: 2 }
        : { unit: 'l', factor: 1, offset: 0, digits: 2 }
    case 'share':
      return { unit: '%', factor: 100, offset: 0, digits: 1 }
    case 'number':
      return { unit: '', factor: 1, offset: 0, digits: 3 }
  }
}

/** A stored value as a field shows it. */
export function shownText(value: number | undefined, quantity: Quantity, units: Units): string {
  if (value === undefined || !Number.isFinite(value)) return ''
  const { factor, offset, digits } = scaleOf(quantity, units)
  return String(Number((value * factor + offset).toFixed(digits))).replace('-', '−')
}

/** A stored value from what was typed: `undefined` when it is empty, `null` when it is no number. */
export function storedValue(text: string, quantity: Quantity, units: Units): number | undefined | null {
  const clean = text
    .trim()
    .replace(/[\s'’]/g, '')
    .replace(',', '.')
    .replace('−', '-')
  if (clean === '') return undefined
  if (!/^-?(\d+\.?\d*|\.\d+)$/.test(clean)) return null
  const { factor, offset } = scaleOf(quantity, units)
  return Number(((Number(clean) - offset) / factor).toFixed(6))
}
