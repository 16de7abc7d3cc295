/** A mix by name: what it is made of, what it is used for, and how long its feed lasts. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import { useTranslations } from 'next-intl'
import { measureOut } from '../../core/mix/mix'
import { MIX_USES, type Mix } from '../../season/schema'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { UsedBy } from '../../ui/used-by'
import { mixWords } from '../../words/format'
import { doseWords } from '../../words/mix'
import { PanelHead } from './panel-head'
import { RecipeFields } from './recipe-fields'
import './words'

const TRIED = { metric: 40, us: 8 * 3.785 } as const // litres of the example

export function MixEditor({
  stored,
  isNew = false,
  onDone,
}: {
  stored: Mix
  isNew?: boolean
  onDone?: (key: string) => void
}) {
  const t = useTranslations('farmPage')
  const { format, season } = useSeason()
  const { now: one, put, at, frame, remove, uses } = useThingEditor('mixes', stored, '/farm', { isNew, onDone })
  const tried = TRIED[format.units]
  const measured = measureOut(one, tried)
  return (
    <EditorFrame
      onPaper
      title={<PanelHead title={one.name} />}
      {...frame}
      more={
        !isNew && (
          <Button color="error" size="small" onClick={remove}>
            {t('delete')}
          </Button>
        )
      }
    >
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5 }}>
        <WordField label={t('name')} value={one.name} onChange={(name) => put('name', name)} error={at('name')} />
        <Box role="group" aria-label={t('usuallyUsedFor')}>
          <Box sx={{ fontWeight: 700 }}>{t('usuallyUsedFor')}</Box>
          {MIX_USES.map((use) => (
            <FormControlLabel
              key={use}
              control={
                <Checkbox
                  size="small"
                  checked={one.uses.includes(use)}
                  onChange={(_, on) =>
                    put(
                      'uses',
                      MIX_USES.filter((other) => (other === use ? on : one.uses.includes(other))),
                    )
                  }
                />
              }
              label={t(`mixUse.${use}`)}
            />
          ))}
          <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>{t('otherMixesByContainer')}</Box>
        </Box>
        <RecipeFields recipe={one} put={(part, value) => put(part, value as never)} at={at} />
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
          <NumberField
            label={t('mixBeyondTheCells')}
            quantity="share"
            value={one.compaction ?? season.habits.mixCompaction}
            onChange={(x) => put('compaction', x)}
            error={at('compaction')}
          />
          <NumberField
            label={t('aLitreOfMix')}
            value={one.litrePrice}
            onChange={(x) => put('litrePrice', x)}
            error={at('litrePrice')}
          />
        </Box>
        <Box sx={{ fontSize: 14.5, p: 1.25, border: 1, borderColor: 'divider', borderRadius: 1 }}>
          <b>{t('forSoMuch', { litres: mixWords(format, tried) })}</b>{' '}
          {[
            ...measured.parts.map(({ what, litres }) => `${what} ${mixWords(format, litres)}`),
            ...measured.additives.map((dose) => `${dose.what} ${doseWords(format, dose)}`),
            t('waterOf', { litres: mixWords(format, measured.water) }),
          ].join(' · ')}
        </Box>
      </Box>
      {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut={t('chooseAnotherMixThereFirst')} />}
    </EditorFrame>
  )
}
