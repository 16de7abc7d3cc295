/** A seedling of a kind as it looks when it is up, and at its first true leaves. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import { leafForms, type LeafForms, type SeedLeaves, type TrueLeaves } from '../library/leaf-forms'
import type { Crop } from '../season/schema'

/** Leaves to the right of the stalk, its foot at 0,0; the other side is drawn turned over. About 24 px long. */
const SEED: Readonly<Record<SeedLeaves, string>> = {
  oval: 'M0 0q4-7 11-8q7-1 9 2q-3 5-10 6q-6 .6-10 0z',
  round: 'M0 0q1-8 8-9q8-1 9 4q0 6-8 6q-6 0-9-1z',
  notched: 'M0 0q2-8 9-10q6-1 6 4q4-1 4 3q-1 5-9 5q-6 0-10-2z',
  narrow: 'M0 0q7-7 21-8q-6 7-14 8.500q-4 .5-7-.5z',
  strap: 'M0 0q8-9 23-12q-7 8-15 11.500q-4 1.500-8 .5z',
  loop: '',
  blade: '',
  below: '',
}
const LEAF: Readonly<Record<TrueLeaves, string>> = {
  oval: 'M0 0q3-11 12-14q10-3 14 1q-3 9-13 12q-7 2-13 1z',
  lance: 'M0 0q7-11 27-15q-8 12-18 15q-5 1-9 0z',
  toothed: 'M0 0l3-7l3 0l1-5l4 1l2-4l4 2l3-2l2 3l4 0q-2 6-7 9l-3-1l-2 3l-3-1l-2 2l-4-1z',
  lobed: 'M0 0l4-4l-1-4l5 1l0-5l5 2l2-5l6 0l5 3l-1 4l-5 3l-1 3l-5-1l-2 3l-5-1l-2 2z',
  palm: 'M0 0l6-5l-1-6l6 3l2-8l5 6l8-4l-2 8l4 3l-6 3l-1 4l-6-2l-6 1z',
  compound: '',
  feathery: '',
  three: '',
  blade: 'M0 0q4-22 22-30q-12 12-18 31z',
  tube: '',
}

const STROKED: Partial<Record<TrueLeaves, string>> = {
  feathery: 'M0 0q10-8 26-16M6-4l1-7m5 3l1-8m5 4l1-7m-12 8l8 1m-2-5l9 0m-3-4l8-1',
  tube: 'M0 0q3-20 14-34',
}

/** Leaflets of a compound leaf, from the foot outwards. */
const LEAFLETS: Partial<Record<TrueLeaves, readonly (readonly [number, number, number])[]>> = {
  compound: [
    [8, -6, -70],
    [9, -5, 20],
    [15, -10, -70],
    [16, -9, 20],
    [23, -14, -28],
  ],
  three: [
    [12, -9, -85],
    [13, -7, 25],
    [18, -12, -28],
  ],
}
const LEAFLET = 'M0 0q3-5 9-5q4 1 5 3q-3 4-8 4q-4 0-6-2z'

function TrueLeaf({ form }: { form: TrueLeaves }) {
  const leaflets = LEAFLETS[form]
  if (leaflets) {
    const [x, y] = leaflets.at(-1)!
    return (
      <g>
        <path d={`M0 0L${x} ${y}`} stroke="var(--seedling)" strokeWidth="1.6" fill="none" />
        {leaflets.map(([at, up, turn], i) => (
          <path key={i} d={LEAFLET} transform={`translate(${at} ${up}) rotate(${turn})`} fill="var(--seedling)" />
        ))}
      </g>
    )
  }
  const line = STROKED[form]
  return line ? (
    <path d={line} fill="none" stroke="var(--seedling)" strokeWidth={form === 'tube' ? 3 : 1.7} strokeLinecap="round" />
  ) : (
    <path d={LEAF[form]} fill="var(--seedling)" />
  )
}

const TALL = 104 // px
const WIDE = 78 // px
const FOOT = 92 // px

/** Where true leaves come off the stalk: so high, to this side, so large. */
function leavesOf({ pairs }: LeafForms, leaves: number): { up: number; side: 1 | -1; size: number }[] {
  return Array.from({ length: leaves }, (_, i) => {
    const level = pairs ? Math.floor(i / 2) : i
    const last = pairs ? Math.floor((leaves - 1) / 2) : leaves - 1
    return {
      up: 30 + level * (pairs ? 15 : 10),
      side: i % 2 === 0 ? 1 : -1,
      size: 1.05 - 0.2 * (level / Math.max(1, last + 1)) - (last === level && leaves > 1 ? 0.15 : 0),
    }
  })
}

function Seedling({ forms, leaves }: { forms: LeafForms; leaves: number }) {
  const grassy = forms.seed === 'loop' || forms.seed === 'blade'
  const own = leavesOf(forms, leaves)
  const top = grassy ? 0 : Math.max(22, ...own.map(({ up }) => up))
  return (
    <svg width={WIDE} height={TALL} aria-hidden="true">
      <path d={`M6 ${FOOT}H${WIDE - 6}`} stroke="currentColor" strokeWidth="1.5" />
      <path d={`M${WIDE / 2} ${FOOT}v7m0-4l-5 4m5-3l5 4`} stroke="currentColor" opacity="0.5" fill="none" />
      <g transform={`translate(${WIDE / 2} ${FOOT})`}>
        {!grassy && <path d={`M0 0V${-top}`} stroke="var(--seedling)" strokeWidth="2.2" />}
        {forms.seed === 'loop' && (
          <path
            d={leaves === 0 ? 'M0 0v-24q0-10 7-9q5 2 1 9l-4 5' : 'M0 0q-2-24 2-40'}
            fill="none"
            stroke="var(--seedling)"
            strokeWidth="2.4"
            strokeLinecap="round"
          />
        )}
        {forms.seed === 'blade' && <path d="M-2 0Q-3-22 4-36Q6-20 2 0z" fill="var(--seedling)" />}
        {forms.seed === 'below' && leaves === 0 && (
          <path d="M0-22q-7-1-8-8q7-1 8 8q0-8 8-8q0 8-8 8z" fill="var(--seedling)" />
        )}
        {SEED[forms.seed] !== '' &&
          [1, -1].map((side) => (
            <path
              key={side}
              d={SEED[forms.seed]}
              transform={`translate(0 -20) scale(${side} 1)`}
              fill="var(--seedling)"
            />
          ))}
        {own.map(({ up, side, size }, i) => (
          <g key={i} transform={`translate(0 ${grassy ? -2 - i * 5 : -up}) scale(${side * size} ${size})`}>
            <TrueLeaf form={forms.leaf} />
          </g>
        ))}
      </g>
    </svg>
  )
}

const STAGES = [0, 2, 4] as const

/** One seedling of a kind with so many true leaves; of no certain form where that of the kind is not known. */
export function OneSeedling({ crop, leaves }: { crop: Crop; leaves: number }) {
  const t = useTranslations('ui')
  const forms = leafForms(crop)
  return (
    <Box
      role="img"
      aria-label={t('seedlingDrawn', { seed: t(`seedLeaves.${forms.seed}`), leaf: t(`trueLeaves.${forms.leaf}`) })}
      sx={{ '--seedling': 'var(--mui-palette-success-main)', lineHeight: 0 }}
    >
      <Seedling forms={forms} leaves={leaves} />
    </Box>
  )
}

/** Up, with two true leaves, with four. */
export function SeedlingDrawing({ crop }: { crop: Crop }) {
  const t = useTranslations('ui')
  const forms = leafForms(crop)
  if (!forms.known) return null
  return (
    <Box
      component="figure"
      sx={{ m: 0, display: 'grid', gap: 0.75, alignContent: 'start', '--seedling': 'var(--mui-palette-success-main)' }}
    >
      <Box
        role="img"
        aria-label={t('seedlingDrawn', { seed: t(`seedLeaves.${forms.seed}`), leaf: t(`trueLeaves.${forms.leaf}`) })}
        sx={{ display: 'flex', gap: 0.5 }}
      >
        {STAGES.map((leaves) => (
          <Seedling key={leaves} forms={forms} leaves={leaves} />
        ))}
      </Box>
      <Box component="figcaption" sx={{ fontSize: 14, color: 'text.secondary', maxWidth: 250 }}>
        {t('seedlingDrawn', { seed: t(`seedLeaves.${forms.seed}`), leaf: t(`trueLeaves.${forms.leaf}`) })}
      </Box>
    </Box>
  )
}
