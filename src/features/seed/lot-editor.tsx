/** One lot of seed: its test, its age, what was there and what is left. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, parseDay } from '../../core/calendar/day'
import { ownCrop } from '../../core/batch/own-crop'
import { usualGermination } from '../../library/entry'
import { lotNow, standsOn } from '../../core/seed/ageing'
import { SeedStock } from './seed-stock'
import type { LotUse } from '../../core/seed/lot-use'
import type { Crop, Lot } from '../../season/schema'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { DayField } from '../../ui/day-field'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { UsedBy } from '../../ui/used-by'
import { shareWords } from '../../words/format'
import { lotReasonWords, lotWarningWords } from '../../words/figures'
import { Head } from './head'
import { needWords } from './model'

export function LotEditor({ stored, use }: { stored: Lot; use: LotUse }) {
  const t = useTranslations('seed')
  const { season, format, today, data } = useSeason()
  const { now: lot, set, put, at, frame, remove, uses } = useThingEditor('lots', stored, '/seed')
  const variety = season.varieties.find(({ key }) => key === stored.variety)!
  const crop = ownCrop(
    season.crops.find(({ key }) => key === variety.crop)!,
    variety,
  )
  const now = useMemo(() => lotNow(lot, crop, standsOn(lot, season.season, today)), [lot, crop, season, today])
  const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' } as const
  return (
    <EditorFrame
      onPaper
      title={<Head title={variety.name} sub={lot.name} />}
      {...frame}
      more={
        <Button color="error" size="small" onClick={remove}>
          {t('delete')}
        </Button>
      }
    >
      <Box sx={{ my: 1.5, p: 1.5, bgcolor: 'background.default', borderRadius: 1 }}>
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>{t('germinationNow')}</Box>
        <Box sx={{ fontSize: 24, fontWeight: 700, lineHeight: 1.2 }} data-testid="share-now">
          {shareWords(now.germination)}
        </Box>
        {now.reasons.map((reason, i) => (
          <Box key={i} sx={{ fontSize: 14 }}>
            {lotReasonWords(reason, format)}
          </Box>
        ))}
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {t('asSureAsATest', { testedSeeds: format.number(now.testedSeeds) })}
        </Box>
      </Box>
      {now.warnings.map((warning) => (
        <Alert key={warning} severity="warning" sx={{ mb: 1 }}>
          {lotWarningWords(warning, format)}
        </Alert>
      ))}
      <Alert severity={use.short > 0 ? 'error' : 'success'} icon={false} sx={{ mb: 2 }}>
        {needWords(lot, use, format)}
      </Alert>
      {!data.whatIf && <SeedStock use={use} />}
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <WordField
          label={t('nameOfTheLot')}
          value={lot.name}
          onChange={(name) => put('name', name)}
          error={at('name')}
        />
        <Box sx={two}>
          <NumberField
            label={t('seedsAtTheStart')}
            value={lot.seeds}
            onChange={(seeds) => put('seeds', seeds)}
            error={at('seeds')}
          />
          <NumberField
            label={t('orWeightAtTheStart')}
            unit="g"
            value={lot.grams}
            onChange={(grams) => put('grams', grams)}
            error={at('grams')}
            help={
              crop.seed.perGram
                ? t('seedsAGram', { perGram: format.number(crop.seed.perGram) })
                : t('seedsAGramNotKnown')
            }
          />
          <ChoiceField
            label={t('form')}
            value={lot.form}
            options={[
              ['raw', 'raw'],
              ['pelleted', 'pelleted'],
              ['primed', 'primed'],
            ]}
            onChange={(form) => form && put('form', form)}
          />
          <NumberField
            label={t('packedFor')}
            unit="year"
            value={lot.year}
            onChange={(year) => put('year', year)}
            error={at('year')}
          />
          <ChoiceField
            label={t('kept')}
            value={lot.stored ?? ''}
            none={t('notStatedARoom')}
            options={[
              ['cool-dry', t('coolAndDry')],
              ['room', t('inARoom')],
              ['warm-damp', t('warmAndDamp')],
            ]}
            onChange={(stored) => put('stored', stored === '' ? undefined : stored)}
          />
          <NumberField
            label={t('pace')}
            value={lot.pace}
            onChange={(pace) => pace !== undefined && put('pace', pace)}
            error={at('pace')}
            help={t('n1Usual12A')}
          />
          <NumberField
            label={t('testOrPacket')}
            quantity="share"
            value={lot.germination}
            onChange={(germination) => put('germination', germination)}
            error={at('germination')}
            help={t('leaveEmptyForSeedNobody')}
          />
          <NumberField
            label={t('seedsInThatTest')}
            value={lot.testedSeeds}
            onChange={(testedSeeds) => testedSeeds !== undefined && put('testedSeeds', testedSeeds)}
            error={at('testedSeeds')}
          />
          <DayField
            label={t('testedOn')}
            value={lot.testedOn ?? ''}
            onChange={(on) => put('testedOn', on === '' ? undefined : on)}
            error={at('testedOn')}
          />
          <NumberField
            label={t('seedsAPacket')}
            value={lot.packetSeeds}
            onChange={(seeds) => put('packetSeeds', seeds)}
            error={at('packetSeeds')}
          />
          <NumberField
            label={t('priceOfAPacket')}
            value={lot.packetPrice}
            onChange={(price) => put('packetPrice', price)}
            error={at('packetPrice')}
          />
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={lot.treated ?? false}
                onChange={(_, treated) => put('treated', treated ? true : undefined)}
              />
            }
            label={t('treatedSeed')}
          />
        </Box>
      </Box>
      <HomeTests lot={lot} crop={crop} onChange={(homeTests) => set({ ...lot, homeTests })} />
      {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut={t('chooseAnotherLotThereFirst')} />}
    </EditorFrame>
  )
}

/** Seed tried on damp paper. */
function HomeTests({ lot, crop, onChange }: { lot: Lot; crop: Crop; onChange: (tests: Lot['homeTests']) => void }) {
  const t = useTranslations('seed')
  const { format, today } = useSeason()
  const [sown, setSown] = useState<number>()
  const [up, setUp] = useState<number>()
  const [testedOn, setTestedOn] = useState(formatDay(today))
  const addTest = () => {
    if (sown === undefined || up === undefined || up > sown || sown < 1) return
    onChange([...lot.homeTests, { on: testedOn, sown: Math.round(sown), up: Math.round(up) }])
    setSown(undefined)
    setUp(undefined)
  }
  return (
    <>
      <Typography variant="h3" sx={{ mt: 2.5 }}>
        {t('testsAtHome')}
      </Typography>
      {lot.homeTests.length === 0 && (
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {t('layTenSeedsOnDamp', { temperature: format.temperature(usualGermination(crop.germination)) })}
        </Box>
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 15 }}>
        {lot.homeTests.map((test, i) => (
          <Box component="li" key={i} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
            <Box sx={{ flex: 1 }}>
              {t('of', {
                parseDay: format.date(parseDay(test.on)),
                up: String(test.up),
                sown: String(test.sown),
                share: shareWords(test.up / test.sown),
              })}
            </Box>
            <Button
              size="small"
              color="inherit"
              onClick={() => onChange(lot.homeTests.filter((_, other) => other !== i))}
            >
              {t('delete')}
            </Button>
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1.5fr 1fr 1fr', gap: 1, mt: 1 }}>
        <DayField label={t('on')} value={testedOn} onChange={setTestedOn} />
        <NumberField label={t('sown')} value={sown} onChange={setSown} />
        <NumberField
          label={t('cameUp')}
          value={up}
          onChange={setUp}
          error={up !== undefined && sown !== undefined && up > sown ? t('moreThanWereSown') : undefined}
        />
      </Box>
      <Button
        size="small"
        disabled={sown === undefined || up === undefined || up > sown || testedOn === ''}
        onClick={addTest}
        sx={{ mt: 0.5 }}
      >
        {t('addThisTest')}
      </Button>
    </>
  )
}
