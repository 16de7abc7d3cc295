/** Seed: every lot, what of it comes up now and why, how far it reaches, and its tests. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import CloseIcon from '@mui/icons-material/Close'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { formatDay, parseDay } from '../../core/calendar/day'
import { ownCrop } from '../../core/batch/own-crop'
import { usualGermination } from '../../library/entry'
import { wordsFor } from '../../library/library'
import { lotNow, standsOn } from '../../core/seed/ageing'
import { SeedStock } from './seed-stock'
import type { LotUse } from '../../core/seed/lot-use'
import type { Lot } from '../../season/schema'
import { EditorFrame, problemAt, useThingEditor } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { freeKeyIn, keyOf } from '../../ui/keys'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { UsedBy } from '../../ui/used-by'
import { count, shareWords, type Format } from '../../words/format'
import { lotReasonWords, lotWarningWords } from '../../words/library'

export function SeedView() {
  const { season, plan, format, today } = useSeason()
  const params = useSearchParams()
  const narrow = useMediaQuery('(max-width:899px)')
  const [text, setText] = useState('')
  const [only, setOnly] = useState('')
  const here = params.get('lot')
  const lot = season.lots.find(({ key }) => key === here)
  const isNew = params.get('new') !== null
  const rows = useMemo(() => {
    const varieties = new Map(season.varieties.map((variety) => [variety.key, variety]))
    const crops = new Map(season.crops.map((crop) => [crop.key, crop]))
    return plan.lots.map((use) => {
      const variety = varieties.get(use.lot.variety)!
      const crop = ownCrop(crops.get(variety.crop)!, variety)
      return { use, variety, crop, now: lotNow(use.lot, crop, standsOn(use.lot, season.season, today)) }
    })
  }, [season, plan, today])
  const shown = rows.filter(({ use, variety, crop, now }) => {
    const found = `${wordsFor(crop)} ${variety.name.toLowerCase()} ${use.lot.name.toLowerCase()}`
    if (
      !text
        .toLowerCase()
        .split(/\s+/)
        .every((word) => found.includes(word))
    )
      return false
    return only === '' || (only === 'short' ? use.short > 0 : now.warnings.length > 0)
  })
  const short = rows.filter(({ use }) => use.short > 0).length
  const open = lot !== undefined || isNew
  return (
    <Box sx={{ display: 'flex', height: '100%', minHeight: 0 }}>
      {!(narrow && open) && (
        <Box sx={{ flex: 1, minWidth: 0, overflow: 'auto', px: { xs: 1.5, md: 2.5 }, py: 2 }}>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
            <Typography variant="h1">Seed</Typography>
            <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14 }}>
              {count(format, season.lots.length, 'lot')}
              {short > 0 && (
                <Box component="span" sx={{ color: 'error.main', fontWeight: 650 }}>
                  {' '}
                  · {short} {short === 1 ? 'runs' : 'run'} short
                </Box>
              )}
            </Typography>
            <Box sx={{ flex: 1 }} />
            <Button
              variant="contained"
              startIcon={<AddIcon />}
              component={Link}
              href="/seed?new=1"
              disabled={season.varieties.length === 0}
            >
              Add a lot
            </Button>
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 1.5 }}>
            <WordField label="Find a lot" type="search" value={text} onChange={setText} width={190} />
            <ChoiceField
              label="Show"
              value={only}
              none="all lots"
              options={[
                ['short', 'short of seed'],
                ['warned', 'with a warning'],
              ]}
              onChange={setOnly}
              width={180}
            />
          </Box>
          {season.lots.length === 0 ? (
            <Box sx={{ py: 5, textAlign: 'center', color: 'text.secondary' }}>
              No seed lots yet. Without one, a planting is sized by what its crop usually does.
            </Box>
          ) : (
            <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Seed lots: table">
              <Box
                component="table"
                sx={{
                  borderCollapse: 'collapse',
                  width: '100%',
                  minWidth: { sm: open ? 480 : 640 },
                  fontSize: 15,
                  ...PHONE_ROWS,
                  '& th': {
                    textAlign: 'left',
                    fontWeight: 500,
                    fontSize: 13,
                    color: 'text.secondary',
                    borderBottom: 2,
                    borderColor: 'text.primary',
                    whiteSpace: 'nowrap',
                  },
                  '& td': { borderBottom: 1, borderColor: 'divider', verticalAlign: 'top' },
                  '& td, & th': { py: 0.75, pr: 2 },
                  '& .n': { textAlign: 'right' },
                }}
              >
                <thead>
                  <tr>
                    <th scope="col">Variety and lot</th>
                    <th scope="col" className="n">
                      Comes up now
                    </th>
                    <th scope="col" className="n">
                      Needed
                    </th>
                    <th scope="col" className="n">
                      There is
                    </th>
                    <th scope="col">Watch</th>
                  </tr>
                </thead>
                <tbody>
                  {shown.map(({ use, variety, now }) => (
                    <Box
                      component="tr"
                      key={use.lot.key}
                      sx={{ bgcolor: use.lot.key === here ? 'background.paper' : 'transparent' }}
                    >
                      <td>
                        <Box
                          component={Link}
                          href={`/seed?lot=${use.lot.key}`}
                          prefetch={false}
                          sx={{ color: 'inherit', fontWeight: 600, textDecorationColor: 'rgba(128,128,128,.6)' }}
                        >
                          {variety.name}
                        </Box>
                        <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
                          {use.lot.name === variety.name ? '' : use.lot.name}
                          {use.lot.form === 'raw' ? '' : `, ${use.lot.form}`}
                        </Box>
                      </td>
                      <td className="n" data-label="come up">
                        {shareWords(now.germination)}
                      </td>
                      <td className="n" data-label="needed">
                        {format.number(use.needed)}
                      </td>
                      <td className="n" data-label="there">
                        {use.left === undefined ? '–' : format.number(use.left)}
                      </td>
                      <Box component="td" sx={{ fontSize: 14 }}>
                        {use.short > 0 && (
                          <Box sx={{ color: 'error.main', fontWeight: 650 }}>{shortWords(use, format)}</Box>
                        )}
                        {now.warnings.map((warning) => (
                          <Box key={warning} sx={{ color: 'warning.main' }}>
                            {WARNING_TAGS[warning]}
                          </Box>
                        ))}
                      </Box>
                    </Box>
                  ))}
                </tbody>
              </Box>
              {shown.length === 0 && <Box sx={{ py: 3, color: 'text.secondary' }}>Nothing matches.</Box>}
            </Box>
          )}
        </Box>
      )}
      {open && (
        <Box
          component="aside"
          aria-label="Seed lot"
          sx={{
            width: { xs: '100%', md: 440 },
            flex: 'none',
            boxSizing: 'border-box',
            overflow: 'auto',
            borderLeft: { md: 1 },
            borderColor: { md: 'divider' },
            bgcolor: 'background.paper',
            px: { xs: 2, md: 2.5 },
            pt: 2.5,
          }}
        >
          {lot ? (
            <LotEditor key={lot.key} stored={lot} use={plan.lots.find((use) => use.lot.key === lot.key)!} />
          ) : (
            <NewLot start={params.get('variety') ?? ''} />
          )}
        </Box>
      )}
    </Box>
  )
}

/** On a phone each lot is a small block, its figures named. */
const PHONE_ROWS = {
  '@media (max-width: 599px)': {
    '& thead': { position: 'absolute', left: -9999 },
    '& tr': {
      display: 'grid',
      gridTemplateColumns: 'auto auto 1fr',
      columnGap: 1.5,
      py: 1,
      borderBottom: 1,
      borderColor: 'divider',
    },
    '& tbody td': { border: 0, py: 0.1, pr: 0 },
    '& td:first-of-type, & td:last-of-type': { gridColumn: '1 / -1' },
    '& tbody .n': { textAlign: 'left' },
    '& .n::after': { content: '" " attr(data-label)', color: 'text.secondary', fontSize: 13 },
  },
} as const

const WARNING_TAGS = {
  'old-pelleted': 'old pelleted',
  untested: 'untested',
  'no-test': 'age not known',
  'old-test': 'not tested lately',
  weak: 'weak',
  treated: 'treated',
} as const

function shortWords(use: LotUse, f: Format): string {
  return `${f.number(use.short)} short${use.runsOut ? `, from ${f.date(use.runsOut.day)}` : ''}`
}

function Head({ title, sub }: { title: string; sub: string }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'flex-start' }}>
      <Box sx={{ flex: 1 }}>
        <Typography variant="h2">{title}</Typography>
        <Typography component="p" sx={{ fontSize: 14, color: 'text.secondary' }}>
          {sub}
        </Typography>
      </Box>
      <IconButton component={Link} href="/seed" aria-label="Close" edge="end">
        <CloseIcon />
      </IconButton>
    </Box>
  )
}

function NewLot({ start }: { start: string }) {
  const { season } = useSeason()
  const router = useRouter()
  const { busy, change, failure, problems } = useChange()
  const [variety, setVariety] = useState(start)
  const [share, setShare] = useState<number | undefined>(undefined)
  const of = season.varieties.find(({ key }) => key === variety)
  const crop = season.crops.find(({ key }) => key === of?.crop)
  const save = async () => {
    if (!of || !crop) return
    const year = Number(season.season.from.slice(0, 4))
    const lot: Lot = {
      key: freeKeyIn(season.lots, keyOf(`${of.key}-${year}`)),
      variety: of.key,
      name: `${of.name}, ${year}`,
      form: 'raw',
      // What nobody has tested is not said to come up in some share: it is taken as usual, and doubted.
      ...(share === undefined ? {} : { germination: share }),
      testedSeeds: 100,
      pace: 1,
      year,
      homeTests: [],
    }
    if (await change([{ of: 'lots', key: lot.key, from: null, to: lot }], `${lot.name} added`))
      router.push(`/seed?lot=${lot.key}`)
  }
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
      sx={{ display: 'grid', gap: 2, pb: 2 }}
    >
      <Head title="A new lot" sub="Everything else can be added once it is there." />
      <ChoiceField
        label="Variety"
        value={variety}
        none="choose"
        options={season.varieties.map(({ key, name }) => [key, name] as const)}
        onChange={setVariety}
      />
      <NumberField
        label="Comes up, by its packet"
        quantity="share"
        value={share}
        onChange={setShare}
        help={
          crop
            ? `Empty for your own seed, untested: taken as usual for ${crop.name}, ${shareWords(crop.germination.usualShare)}, and doubted`
            : undefined
        }
        error={problemAt(problems, 'germination')}
      />
      {failure && <Alert severity="error">{failure}</Alert>}
      <Button type="submit" variant="contained" disabled={!of || busy} sx={{ justifySelf: 'start' }}>
        {busy ? 'Adding …' : 'Add'}
      </Button>
    </Box>
  )
}

function LotEditor({ stored, use }: { stored: Lot; use: LotUse }) {
  const { season, format, today, data } = useSeason()
  const { now: lot, set, put, at, frame, remove, uses } = useThingEditor('lots', stored, '/seed')
  const variety = season.varieties.find(({ key }) => key === stored.variety)!
  const crop = ownCrop(
    season.crops.find(({ key }) => key === variety.crop)!,
    variety,
  )
  const now = useMemo(() => lotNow(lot, crop, standsOn(lot, season.season, today)), [lot, crop, season, today])
  const [sown, setSown] = useState<number>()
  const [up, setUp] = useState<number>()
  const [testedOn, setTestedOn] = useState(formatDay(today))
  const addTest = () => {
    if (sown === undefined || up === undefined || up > sown || sown < 1) return
    set({ ...lot, homeTests: [...lot.homeTests, { on: testedOn, sown: Math.round(sown), up: Math.round(up) }] })
    setSown(undefined)
    setUp(undefined)
  }
  const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' } as const
  return (
    <EditorFrame
      onPaper
      title={<Head title={variety.name} sub={lot.name} />}
      {...frame}
      more={
        <Button color="error" size="small" onClick={remove}>
          Remove
        </Button>
      }
    >
      <Box sx={{ my: 1.5, p: 1.5, bgcolor: 'background.default', borderRadius: 1 }}>
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>Comes up now</Box>
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
          {lotWarningWords(warning)}
        </Alert>
      ))}
      <Alert severity={use.short > 0 ? 'error' : 'success'} icon={false} sx={{ mb: 2 }}>
        {use.needed === 0
          ? 'No planting draws from this lot.'
          : `Still needed this season: ${count(format, use.needed, 'seed')}, handling included${use.left === undefined ? '' : `; ${format.number(use.left)} left`}.${use.short > 0 ? ` ${shortWords(use, format)}${use.runsOut ? `, at ${use.runsOut.code}` : ''}.` : ''}${lot.packetSeeds && use.short > 0 ? ` That is ${count(format, Math.ceil(use.short / lot.packetSeeds), 'packet')} more.` : ''}${use.instead ? ` ${use.instead.name} has enough.` : ''}`}
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
            none="not said: a room"
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
              onClick={() => set({ ...lot, homeTests: lot.homeTests.filter((_, other) => other !== i) })}
            >
              Take out
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
      {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut="Choose another lot there first." />}
    </EditorFrame>
  )
}
