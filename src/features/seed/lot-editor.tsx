/** One lot of seed: its test, its age, what was there and what is left. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { formatDay, parseDay } from '../../core/calendar/day'
import { ownCrop } from '../../core/batch/own-crop'
import { usualGermination } from '../../library/entry'
import { lotNow, standsOn } from '../../core/seed/ageing'
import { SeedStock } from './seed-stock'
import type { LotUse } from '../../core/seed/lot-use'
import type { Crop, Lot } from '../../season/schema'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { UsedBy } from '../../ui/used-by'
import { shareWords } from '../../words/format'
import { lotReasonWords, lotWarningWords } from '../../words/library'
import { Head } from './head'
import { needWords } from './model'

export function LotEditor({ stored, use }: { stored: Lot; use: LotUse }) {
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
          Delete
        </Button>
      }
    >
      <Box sx={{ my: 1.5, p: 1.5, bgcolor: 'background.default', borderRadius: 1 }}>
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>Germination now</Box>
        <Box sx={{ fontSize: 24, fontWeight: 700, lineHeight: 1.2 }} data-testid="share-now">
          {shareWords(now.germination)}
        </Box>
        {now.reasons.map((reason, i) => (
          <Box key={i} sx={{ fontSize: 14 }}>
            {lotReasonWords(reason, format)}
          </Box>
        ))}
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          As sure as a test of {format.number(now.testedSeeds)} seeds.
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
        <WordField label="Name of the lot" value={lot.name} onChange={(name) => put('name', name)} error={at('name')} />
        <Box sx={two}>
          <NumberField
            label="Seeds at the start"
            value={lot.seeds}
            onChange={(seeds) => put('seeds', seeds)}
            error={at('seeds')}
          />
          <NumberField
            label="or weight at the start"
            unit="g"
            value={lot.grams}
            onChange={(grams) => put('grams', grams)}
            error={at('grams')}
            help={crop.seed.perGram ? `${format.number(crop.seed.perGram)} seeds a gram` : 'seeds a gram not known'}
          />
          <ChoiceField
            label="Form"
            value={lot.form}
            options={[
              ['raw', 'raw'],
              ['pelleted', 'pelleted'],
              ['primed', 'primed'],
            ]}
            onChange={(form) => form && put('form', form)}
          />
          <NumberField
            label="Packed for"
            unit="year"
            value={lot.year}
            onChange={(year) => put('year', year)}
            error={at('year')}
          />
          <ChoiceField
            label="Kept"
            value={lot.stored ?? ''}
            none="not stated: a room"
            options={[
              ['cool-dry', 'cool and dry'],
              ['room', 'in a room'],
              ['warm-damp', 'warm and damp'],
            ]}
            onChange={(stored) => put('stored', stored === '' ? undefined : stored)}
          />
          <NumberField
            label="Pace"
            value={lot.pace}
            onChange={(pace) => pace !== undefined && put('pace', pace)}
            error={at('pace')}
            help="1 usual; 1.2 a fifth slower"
          />
          <NumberField
            label="Test or packet"
            quantity="share"
            value={lot.germination}
            onChange={(germination) => put('germination', germination)}
            error={at('germination')}
            help="leave empty for seed nobody has tested"
          />
          <NumberField
            label="Seeds in that test"
            value={lot.testedSeeds}
            onChange={(testedSeeds) => testedSeeds !== undefined && put('testedSeeds', testedSeeds)}
            error={at('testedSeeds')}
          />
          <WordField
            label="Tested on"
            type="date"
            value={lot.testedOn ?? ''}
            onChange={(on) => put('testedOn', on === '' ? undefined : on)}
            error={at('testedOn')}
          />
          <NumberField
            label="Seeds a packet"
            value={lot.packetSeeds}
            onChange={(seeds) => put('packetSeeds', seeds)}
            error={at('packetSeeds')}
          />
          <NumberField
            label="Price of a packet"
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
            label="Treated seed"
          />
        </Box>
      </Box>
      <HomeTests lot={lot} crop={crop} onChange={(homeTests) => set({ ...lot, homeTests })} />
      {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut="Choose another lot there first." />}
    </EditorFrame>
  )
}

/** Seed tried on damp paper. */
function HomeTests({ lot, crop, onChange }: { lot: Lot; crop: Crop; onChange: (tests: Lot['homeTests']) => void }) {
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
        Tests at home
      </Typography>
      {lot.homeTests.length === 0 && (
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          Lay ten seeds on damp paper in a closed bag, keep it at about{' '}
          {format.temperature(usualGermination(crop.germination))}, and count what sprouts.
        </Box>
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 15 }}>
        {lot.homeTests.map((test, i) => (
          <Box component="li" key={i} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
            <Box sx={{ flex: 1 }}>
              {format.date(parseDay(test.on))}: {test.up} of {test.sown}, {shareWords(test.up / test.sown)}
            </Box>
            <Button
              size="small"
              color="inherit"
              onClick={() => onChange(lot.homeTests.filter((_, other) => other !== i))}
            >
              Delete
            </Button>
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1.5fr 1fr 1fr', gap: 1, mt: 1 }}>
        <WordField label="On" type="date" value={testedOn} onChange={setTestedOn} />
        <NumberField label="Sown" value={sown} onChange={setSown} />
        <NumberField
          label="Came up"
          value={up}
          onChange={setUp}
          error={up !== undefined && sown !== undefined && up > sown ? 'More than were sown.' : undefined}
        />
      </Box>
      <Button
        size="small"
        disabled={sown === undefined || up === undefined || up > sown || testedOn === ''}
        onClick={addTest}
        sx={{ mt: 0.5 }}
      >
        Add this test
      </Button>
    </>
  )
}
