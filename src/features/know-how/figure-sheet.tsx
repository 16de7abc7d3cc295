/** Everything known of one crop, or of one variety of it: every figure with its source, to change and to put back. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Chip from '@mui/material/Chip'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { libraryKind } from '../../library/library'
import { usualGermination } from '../../library/entry'
import { figureAt } from '../../season/figures'
import { sameValue } from '../../season/values'
import type { Problem } from '../../season/read'
import type { Crop, Variety } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { plainly } from '../../words/figures'
import { figureSections, type Figure } from './figures'
import { FigureRow } from './figure-row'
import { GerminationCurve, HoldCurve, UpInEntry, WeeksEntry } from './growers-entry'
import { empty, problemAt } from './model'
import { grownAt } from './container-ages'
import './words'

export interface SheetProps {
  /** The crop as it is calculated now. */
  crop: Crop
  variety?: Variety
  readOnly?: boolean
  /** What figures are compared with and put back to. */
  base: { crop: Crop; name: 'library' | 'crop' } | undefined
  problems: readonly Problem[]
  onFigure: (path: string, value: unknown) => void
}

/** The figures in their sections, with growers' entry and curves. */
export function FigureSheet({ crop, variety, readOnly = false, base, problems, onFigure }: SheetProps) {
  const about = libraryKind(crop.kind)?.about ?? {}
  const { format } = useSeason()
  const sections = useMemo(() => figureSections(format), [format])
  const [entry, setEntry] = useState<'up' | 'weeks' | undefined>()
  const row = (figure: Figure) => {
    const value = figureAt(crop, figure.path)
    const was = base && figureAt(base.crop, figure.path)
    const changed = base !== undefined && !sameValue(empty(value), empty(was))
    return (
      <FigureRow
        key={figure.path}
        figure={figure}
        value={value}
        changedFrom={changed ? { value: was, name: base.name } : undefined}
        about={base ? about[figure.path] : undefined}
        plainly={plainly(crop, figure.path, format)}
        error={problemAt(problems, figure.path)}
        readOnly={readOnly}
        onChange={(next) => onFigure(figure.path, next)}
        onPutBack={() => onFigure(figure.path, base?.name === 'crop' ? undefined : was)}
      />
    )
  }
  return (
    <>
      {sections.map((section) => {
        const figures = variety ? section.figures.filter(({ ofVariety }) => ofVariety) : section.figures
        return (
          <Box key={section.id} component="section" id={section.id} sx={{ mt: 3.5 }}>
            <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 0.5 }}>
              <Typography variant="h2">{section.title}</Typography>
              {!readOnly && section.id === 'germination' && (
                <EntryButton open={entry === 'up'} onClick={() => setEntry(entry === 'up' ? undefined : 'up')} />
              )}
              {!readOnly && section.id === 'growth' && (
                <EntryButton
                  open={entry === 'weeks'}
                  onClick={() => setEntry(entry === 'weeks' ? undefined : 'weeks')}
                />
              )}
            </Box>
            {section.id === 'germination' &&
              (entry === 'up' ? (
                <UpInEntry crop={crop} onUse={(heat) => onFigure('germination.thermalTime', heat)} />
              ) : (
                <GerminationCurve crop={crop} />
              ))}
            {section.id === 'growth' &&
              (entry === 'weeks' ? (
                <WeeksEntry
                  crop={crop}
                  onUse={(points) => onFigure('growth.points', points)}
                  onLeaf={(interval) => onFigure('growth.leafInterval', interval)}
                />
              ) : (
                <HoldCurve crop={crop} at={grownAt(crop)} germinatesAt={usualGermination(crop.germination)} />
              ))}
            {figures.map(row)}
          </Box>
        )
      })}
    </>
  )
}

function EntryButton({ open, onClick }: { open: boolean; onClick: () => void }) {
  const t = useTranslations('knowHow')
  return (
    <Button size="small" color="inherit" onClick={onClick} aria-expanded={open}>
      {open ? t('close') : t('enterItAsOnA')}
    </Button>
  )
}

/** Names of a crop in one line: family, season, frost, life, and how it is begun. */
export function CropTags({ crop }: { crop: Crop }) {
  const t = useTranslations('knowHow')
  const groups = {
    vegetable: t('vegetable'),
    herb: t('herb'),
    'cut-flower': t('cutFlower'),
    bedding: t('bedding'),
    perennial: t('perennialFromSeed'),
  }
  const tags = [
    crop.family,
    crop.group && crop.group !== 'perennial' && groups[crop.group],
    crop.season && t('season', { season: crop.season }),
    crop.tenderness,
    crop.lifespan,
    crop.raise && { direct: t('sownInPlace'), raised: t('raised'), either: t('raisedOrSownInPlace') }[crop.raise.way],
  ]
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 1 }}>
      {tags
        .filter((tag): tag is string => !!tag)
        .map((tag) => (
          <Chip key={tag} label={tag} size="small" variant="outlined" />
        ))}
    </Box>
  )
}

/** The crop's cautions, short and calm. */
export function CropCautions({ crop }: { crop: Crop }) {
  const t = useTranslations('knowHow')
  const { format } = useSeason()
  if (crop.cautions.length === 0) return null
  return (
    <Alert severity="warning" sx={{ mt: 1.5 }}>
      {t('followTheLabelAndLocal', {
        cautions: crop.cautions.map((one) => format.t(`words.cautions.caution.${one}`)).join('; '),
      })}
    </Alert>
  )
}
