/** One planting in the field: whether it can go, how it is planted, who gets it, and what was found. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import DownIcon from '@mui/icons-material/ArrowDownward'
import UpIcon from '@mui/icons-material/ArrowUpward'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MuiLink from '@mui/material/Link'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useMemo, type ReactNode } from 'react'
import { formatDay, type Day } from '../../core/calendar/day'
import { bedPlan, holdFor } from '../../core/field/beds'
import { gatesOf } from '../../core/field/gates'
import { leafTime } from '../../core/field/leaf-time'
import { changeOf, plantedOn, withFound, type Found } from '../../core/batch/one-of-series'
import { plantingCard } from '../../core/field/planting-card'
import { foundOf, settle } from '../../core/field/who-gets-what'
import { layoutOf, lengthFor, plantsIn } from '../../core/field/spacing'
import type { FieldCrop } from '../../core/field/field-crop'
import { seasonAir } from '../../core/field/anchor'
import { present, sameValue } from '../../season/values'
import { readSeason } from '../../season/read'
import type { Planting, Share } from '../../season/schema'
import { EditorFrame, useDraft } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useForecast } from '../../ui/field-gates'
import { MovesPreview, plantingEdits } from '../../ui/moves'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { count, list } from '../../words/format'
import {
  cardLines,
  clashSentence,
  GATE_TITLES,
  gateSentence,
  holdSentence,
  inPlaceSentence,
  leafTimeSentence,
  metres,
} from '../../words/field'
import { PanelTitle } from '../../ui/panel-title'
import { VerdictMark } from '../../ui/verdict'

interface Draft extends Found {
  spacing?: Planting['spacing']
}

/** The planting a draft makes. */
function plantingOf(planting: Planting, n: number, { spacing, ...found }: Draft): Planting {
  // What one of a series has from the whole of it is not written down again.
  const inherits = n > 0 && changeOf(planting, n).goes === undefined && sameValue(found.goes, planting.goes)
  const { spacing: _spacing, ...rest } = withFound(planting, n, inherits ? { ...found, goes: undefined } : found)
  return spacing && Object.keys(spacing).length > 0 ? { ...rest, spacing } : rest
}

export function StandPanel({
  stand,
  day,
  onClose,
  onBed,
}: {
  stand: FieldCrop
  day: Day
  onClose: () => void
  onBed: (key: string) => void
}) {
  const { season, plan, format } = useSeason()
  const { planting, n } = stand
  const stored = useMemo((): Draft => {
    return present({ ...foundOf(planting, n), spacing: planting.spacing })
  }, [planting, n])
  const draft = useDraft(stored)
  const saving = useChange()
  const { now } = draft
  const set = (part: Partial<Draft>) => draft.set(present({ ...now, ...part }))
  const goes = useMemo(() => now.goes ?? [], [now.goes])
  const next = useMemo(() => plantingOf(planting, n, now), [planting, n, now])
  const problems = useMemo(() => {
    if (!draft.changed) return []
    const read = readSeason({
      ...season,
      plantings: season.plantings.map((other) => (other.key === planting.key ? next : other)),
    })
    return read.ok ? [] : read.problems
  }, [draft.changed, season, planting.key, next])
  const drawn = useMemo(
    (): FieldCrop => ({
      ...stand,
      planting: { ...planting, ...(now.spacing ? { spacing: now.spacing } : {}) },
      goes,
      stand: now.stand,
      leaves: now.leaves,
    }),
    [stand, planting, goes, now],
  )
  // What is being written is placed among the others at once.
  const beds = useMemo(
    () =>
      draft.changed
        ? bedPlan(
            season,
            plan.inField.map((other) => (other.id === stand.id ? drawn : other)),
          )
        : plan.beds,
    [draft.changed, season, plan, stand.id, drawn],
  )
  const clashes = beds.clashesOf.get(stand.id)
  const hold = holdFor(stand, clashes)
  const { moves } = useMemo(
    () => (draft.changed && problems.length === 0 ? plantingEdits(season, plan, next) : { moves: [] }),
    [draft.changed, problems, season, plan, next],
  )
  const write = async (to: Planting, summary: string) => saving.change(plantingEdits(season, plan, to).edits, summary)
  const save = async () => {
    if (await write(next, `${stand.code} ${stand.variety.name} changed in the field`)) draft.saved()
  }
  // What someone else wrote meanwhile is said before it is written over.
  const overtaken = draft.changed && !sameValue(draft.from, stored)
  const available = now.stand?.plants ?? stand.plants
  const settled = settle(goes, available)
  return (
    <EditorFrame
      onPaper
      title={
        <PanelTitle
          over={stand.n > 0 ? `${stand.code}, one of a series` : stand.code}
          title={stand.variety.name}
          onClose={onClose}
        />
      }
      changed={draft.changed}
      busy={saving.busy}
      failure={saving.failure}
      problems={draft.changed ? (problems.length > 0 ? problems : saving.problems) : []}
      onSave={() => void save()}
      onDrop={() => {
        draft.drop()
        saving.clear()
      }}
      more={
        <MuiLink
          component={Link}
          href={stand.batch ? `/plan?batch=${encodeURIComponent(stand.id)}` : `/plan?edit=${planting.key}`}
          color="inherit"
          sx={{ fontSize: 14 }}
        >
          {stand.batch ? 'Its batch in Plan' : 'Change it in Plan'}
        </MuiLink>
      }
    >
      {overtaken && (
        <Alert severity="warning" sx={{ mb: 1.5 }}>
          Someone else has changed this meanwhile. What you wrote is still here: save to put it in the place of theirs,
          or drop it to see theirs.
        </Alert>
      )}
      <Dates stand={stand} />
      {stand.inPlace && <Box sx={{ mt: 1, fontSize: 14.5 }}>{inPlaceSentence(stand, format)}</Box>}
      {clashes && clashes.length > 0 && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {clashes.map((clash) => clashSentence(clash, format)).join(' ')}
          {hold && (
            <>
              {' '}
              <b>{holdSentence(hold, format)}</b>
            </>
          )}
          {hold && Number.isFinite(hold.freeOn) && (
            <Box sx={{ mt: 1, display: 'flex', flexWrap: 'wrap', gap: 1 }}>
              <Button
                size="small"
                variant="outlined"
                color="inherit"
                disabled={saving.busy || draft.changed}
                onClick={() =>
                  void write(
                    plantedOn(planting, n, formatDay(hold.freeOn)),
                    `${stand.code} planted when its bed is free`,
                  )
                }
              >
                Plant {format.date(hold.freeOn)} instead
              </Button>
              {n === 0 && clashes.length === 1 && (
                <Button
                  size="small"
                  variant="outlined"
                  color="inherit"
                  disabled={saving.busy || draft.changed}
                  onClick={() =>
                    void write(
                      {
                        ...planting,
                        anchor: { to: 'bed', bed: clashes[0]!.bed.key, days: season.habits.turnaroundDays },
                      },
                      `${stand.code} hung on bed ${clashes[0]!.bed.name}`,
                    )
                  }
                >
                  Let it follow {clashes[0]!.bed.name}
                </Button>
              )}
            </Box>
          )}
        </Alert>
      )}
      <MovesPreview moves={moves} />
      <Gates stand={drawn} day={day} clashes={clashes} />
      <Head>How it is planted</Head>
      <Card stand={drawn} />
      <LeafTimeLine stand={stand} />
      <Head>Who gets the plants</Head>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1.3fr', gap: 1.5, mb: 1 }}>
        <NumberField
          label="Good plants"
          value={now.stand?.plants}
          onChange={(plants) =>
            set({
              stand:
                plants === undefined ? undefined : { on: now.stand?.on ?? formatDay(day), plants: Math.round(plants) },
            })
          }
          help={now.stand ? undefined : `planned: ${format.number(stand.plants)}`}
        />
        {now.stand && (
          <WordField
            label="Counted on"
            type="date"
            value={now.stand.on}
            onChange={(on) => set({ stand: { ...now.stand!, on } })}
          />
        )}
      </Box>
      {goes.map((share, i) => (
        <ShareRow
          key={i}
          share={share}
          gets={settled.shares[i]!.gets}
          counted={now.stand !== undefined}
          stand={drawn}
          first={i === 0}
          last={i === goes.length - 1}
          onChange={(to) => set({ goes: goes.map((other, j) => (j === i ? to : other)) })}
          onRemove={() => set({ goes: goes.filter((_, j) => j !== i) })}
          onMove={(by) => set({ goes: swapped(goes, i, i + by) })}
          onBed={onBed}
        />
      ))}
      <Box sx={{ fontSize: 14, mt: 0.5, color: settled.short > 0 ? 'error.main' : 'text.secondary' }}>
        {settled.short > 0
          ? `${count(format, settled.short, 'plant')} more are promised than there ${available === 1 ? 'is' : 'are'}: the last in the list go short.`
          : settled.left > 0
            ? `${count(format, settled.left, 'plant')} not given to anyone yet.`
            : goes.length > 0
              ? 'All of them are given out.'
              : ''}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mt: 0.5 }}>
        <AddShare
          disabled={season.beds.length === 0}
          onClick={() =>
            set({ goes: [...goes, { to: 'bed', bed: season.beds[0]!.key, plants: Math.max(1, settled.left) }] })
          }
        >
          Own bed
        </AddShare>
        <AddShare
          onClick={() =>
            set({ goes: [...goes, { to: 'customer', name: 'Customer', plants: Math.max(1, settled.left) }] })
          }
        >
          Customer
        </AddShare>
        <AddShare
          onClick={() =>
            set({ goes: [...goes, { to: 'sale', plants: Math.max(1, settled.left), on: formatDay(stand.from) }] })
          }
        >
          Plant sale
        </AddShare>
        <AddShare onClick={() => set({ goes: [...goes, { to: 'spare', plants: Math.max(1, settled.left) }] })}>
          Spares
        </AddShare>
      </Box>
      <Head>Spacing{n > 0 ? ', of the whole series' : ''}</Head>
      <SpacingFields value={now.spacing} stand={stand} onChange={(spacing) => set({ spacing })} />
      <Head>Found in the field</Head>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr', gap: 1.25 }}>
        {stand.batch && (
          <Box>
            <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 0.5 }}>
              Leaves, before they go out{now.leaves ? `, ${format.date(Date.parse(now.leaves.on) / 86_400_000)}` : ''}
            </Box>
            <ToggleButtonGroup
              exclusive
              size="small"
              aria-label="Leaves"
              value={!now.leaves ? null : !now.leaves.firm ? 'soft' : now.leaves.dark ? 'good' : 'pale'}
              onChange={(_, look: 'good' | 'soft' | 'pale' | null) =>
                set({
                  leaves:
                    look === null ? undefined : { on: formatDay(day), firm: look !== 'soft', dark: look === 'good' },
                })
              }
            >
              <ToggleButton value="good">Firm and dark</ToggleButton>
              <ToggleButton value="soft">Soft</ToggleButton>
              <ToggleButton value="pale">Pale</ToggleButton>
            </ToggleButtonGroup>
          </Box>
        )}
        <WordField
          label="Ground clear on"
          type="date"
          value={now.clears ?? ''}
          onChange={(on) => set({ clears: on === '' ? undefined : on })}
          help={
            stand.clears === undefined
              ? 'nothing says when: until the end of the season'
              : `empty: reckoned, ${format.date(stand.clears)}`
          }
          width="60%"
        />
      </Box>
    </EditorFrame>
  )
}

const swapped = (goes: readonly Share[], i: number, j: number): Share[] => {
  const next = [...goes]
  ;[next[i], next[j]] = [next[j]!, next[i]!]
  return next
}

const Head = ({ children }: { children: ReactNode }) => (
  <Typography variant="h3" component="h3" sx={{ mt: 2.5, mb: 0.75 }}>
    {children}
  </Typography>
)

const AddShare = ({
  children,
  onClick,
  disabled = false,
}: {
  children: ReactNode
  onClick: () => void
  disabled?: boolean
}) => (
  <Button size="small" startIcon={<AddIcon />} disabled={disabled} onClick={onClick}>
    {children}
  </Button>
)

function Dates({ stand }: { stand: FieldCrop }) {
  const { format } = useSeason()
  const figures = [
    [stand.inPlace ? 'Sow' : 'Plant', format.date(stand.from)],
    ['First harvest', stand.harvest === undefined ? 'not known' : format.date(stand.harvest)],
    ['Clear', stand.clears === undefined ? 'not known' : format.date(stand.clears)],
  ] as const
  return (
    <Box
      component="dl"
      sx={{
        display: 'grid',
        gridTemplateColumns: 'repeat(3, 1fr)',
        gap: 1,
        m: 0,
        '& dt': { fontSize: 13, color: 'text.secondary' },
        '& dd': { m: 0, fontSize: 17, fontWeight: 650, lineHeight: 1.2 },
      }}
    >
      {figures.map(([title, value]) => (
        <div key={title}>
          <dt>{title}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </Box>
  )
}

function Gates({
  stand,
  day,
  clashes,
}: {
  stand: FieldCrop
  day: Day
  clashes: Parameters<typeof gatesOf>[1]['clashes']
}) {
  const { season, format } = useSeason()
  const forecast = useForecast(day)
  const { gates, verdict } = useMemo(
    () => gatesOf(stand, { season, air: seasonAir(season), forecast, today: day, clashes }),
    [stand, season, forecast, day, clashes],
  )
  if (stand.from < day - 7) return null
  return (
    <Box component="section" aria-label="Gates">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 2.5, mb: 0.5 }}>
        <Typography variant="h3" component="h3" sx={{ flex: 1 }}>
          Can it go out?
        </Typography>
        {forecast?.simulated && (
          <Box sx={{ fontSize: 13, fontWeight: 700, color: 'warning.main' }}>weather simulated</Box>
        )}
        <VerdictMark verdict={verdict} />
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {gates.map((gate) => (
          <Box
            component="li"
            key={gate.kind}
            sx={{
              display: 'grid',
              gridTemplateColumns: '24px 62px 1fr',
              gap: 0.5,
              py: 0.5,
              borderTop: 1,
              borderColor: 'divider',
              fontSize: 14,
            }}
          >
            <VerdictMark small verdict={gate.verdict} title={GATE_TITLES[gate.kind]} />
            <b>{GATE_TITLES[gate.kind]}</b>
            <span>{gateSentence(gate, format)}</span>
          </Box>
        ))}
      </Box>
    </Box>
  )
}

/** What the crew needs at planting. */
function Card({ stand }: { stand: FieldCrop }) {
  const { format } = useSeason()
  const inBeds = stand.goes.flatMap((share) => (share.to === 'bed' ? [share.plants] : []))
  const plants = inBeds.length > 0 ? inBeds.reduce((a, b) => a + b, 0) : stand.plants
  if (stand.inPlace) return null
  return (
    <Box
      component="dl"
      sx={{
        m: 0,
        fontSize: 14,
        '& > div': { display: 'grid', gridTemplateColumns: '92px 1fr', gap: 1, py: 0.35 },
        '& dt': { color: 'text.secondary' },
        '& dd': { m: 0 },
      }}
    >
      {cardLines(plantingCard(stand, plants), format).map(({ name, text }) => (
        <div key={`${name} ${text}`}>
          <dt>{name}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </Box>
  )
}

function LeafTimeLine({ stand }: { stand: FieldCrop }) {
  const { season, format } = useSeason()
  const time = leafTime(stand, season, seasonAir(season))
  return time ? <Box sx={{ mt: 1, fontSize: 14 }}>{leafTimeSentence(time, format)}</Box> : null
}

interface ShareRowProps {
  share: Share
  gets: number
  counted: boolean
  stand: FieldCrop
  first: boolean
  last: boolean
  onChange: (share: Share) => void
  onRemove: () => void
  onMove: (by: -1 | 1) => void
  onBed: (key: string) => void
}

/** One share: what, how many, when; with the bed it takes. */
function ShareRow({ share, gets, counted, stand, first, last, onChange, onRemove, onMove, onBed }: ShareRowProps) {
  const { season, format } = useSeason()
  const bed = share.to === 'bed' ? season.beds.find(({ key }) => key === share.bed) : undefined
  const layout = bed && layoutOf(stand.planting, stand.crop, bed, stand.inPlace?.thinTo)
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '1fr 104px auto',
        gap: 0.75,
        alignItems: 'start',
        py: 0.75,
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      {share.to === 'bed' ? (
        <ChoiceField
          label="Own bed"
          value={share.bed}
          options={season.beds.map(({ key, name }) => [key, name] as const)}
          onChange={(key) =>
            key && onChange(present({ to: 'bed', bed: key, plants: share.plants, on: share.on }) as Share)
          }
        />
      ) : share.to === 'customer' ? (
        <WordField label="Customer" value={share.name} onChange={(name) => onChange({ ...share, name })} />
      ) : (
        <Box sx={{ alignSelf: 'center', fontWeight: 650 }}>{share.to === 'sale' ? 'Plant sale' : 'Spares'}</Box>
      )}
      <NumberField
        label="Plants"
        value={share.plants}
        onChange={(plants) => plants !== undefined && onChange({ ...share, plants: Math.max(1, Math.round(plants)) })}
      />
      <Box sx={{ display: 'flex', alignSelf: 'center' }}>
        <IconButton size="small" aria-label="Served earlier" disabled={first} onClick={() => onMove(-1)}>
          <UpIcon fontSize="small" />
        </IconButton>
        <IconButton size="small" aria-label="Served later" disabled={last} onClick={() => onMove(1)}>
          <DownIcon fontSize="small" />
        </IconButton>
        <Button size="small" color="inherit" onClick={onRemove} sx={{ minWidth: 0 }}>
          Out
        </Button>
      </Box>
      {(share.to === 'customer' || share.to === 'sale' || (share.to === 'bed' && share.on !== undefined)) && (
        <Box sx={{ gridColumn: '1 / -1', display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
          <WordField
            label={share.to === 'sale' ? 'Ready by' : share.to === 'bed' ? 'Planted on' : 'Fetched on'}
            type="date"
            value={share.on ?? ''}
            onChange={(on) => onChange(present({ ...share, on: on === '' ? undefined : on }) as Share)}
          />
          {share.to === 'sale' && (
            <ChoiceField
              label="Sold in"
              value={share.pot ?? ''}
              none="its cell"
              options={season.containers.map(({ key, name }) => [key, name] as const)}
              onChange={(pot) => onChange(present({ ...share, pot: pot === '' ? undefined : pot }) as Share)}
            />
          )}
        </Box>
      )}
      <Box
        sx={{
          gridColumn: '1 / -1',
          fontSize: 13,
          color: counted && gets < share.plants ? 'error.main' : 'text.secondary',
        }}
      >
        {list(
          [
            bed && layout
              ? `${metres(format, lengthFor(share.plants, layout))} of ${metres(format, bed.length)}; the whole bed holds ${format.number(plantsIn(bed.length, layout))}`
              : bed
                ? 'no spacing known: takes the whole bed'
                : '',
            counted && gets < share.plants ? `gets ${format.number(gets)}` : '',
          ].filter(Boolean),
        )}
        {bed && (
          <>
            {' · '}
            <MuiLink
              component="button"
              type="button"
              color="inherit"
              onClick={() => onBed(bed.key)}
              sx={{ fontSize: 13 }}
            >
              see {bed.name}
            </MuiLink>
            {layout && plantsIn(bed.length, layout) !== share.plants && (
              <>
                {' · '}
                <MuiLink
                  component="button"
                  type="button"
                  color="inherit"
                  onClick={() => onChange({ ...share, plants: plantsIn(bed.length, layout) })}
                  sx={{ fontSize: 13 }}
                >
                  fill the bed
                </MuiLink>
              </>
            )}
            {share.to === 'bed' && share.on === undefined && (
              <>
                {' · '}
                <MuiLink
                  component="button"
                  type="button"
                  color="inherit"
                  onClick={() => onChange({ ...share, on: formatDay(stand.from + 7) })}
                  sx={{ fontSize: 13 }}
                >
                  on another day
                </MuiLink>
              </>
            )}
          </>
        )}
      </Box>
    </Box>
  )
}

/** Rows, distance, plants at a spot and standing between another crop's rows. */
function SpacingFields({
  value,
  stand,
  onChange,
}: {
  value: Planting['spacing']
  stand: FieldCrop
  onChange: (spacing: Planting['spacing']) => void
}) {
  const { season } = useSeason()
  const usual = layoutOf({}, stand.crop, season.beds[0], stand.inPlace?.thinTo)
  const set = (part: NonNullable<Planting['spacing']>) => {
    const next = present({ ...value, ...part })
    onChange(sameValue(next, {}) ? undefined : next)
  }
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 1, alignItems: 'start' }}>
      <NumberField
        label="Rows"
        value={value?.rows}
        onChange={(rows) => set({ rows })}
        help={usual ? `usual ${usual.rows}` : undefined}
      />
      <NumberField label="In the row" quantity="length" value={value?.plant} onChange={(plant) => set({ plant })} />
      <NumberField label="At one spot" value={value?.atSpot} onChange={(atSpot) => set({ atSpot })} help="plants" />
      <Box sx={{ gridColumn: '1 / -1' }}>
        <ChoiceField
          label="Stands"
          value={value?.between ? 'between' : 'alone'}
          options={[
            ['alone', 'on ground of its own'],
            ['between', 'between the rows of another crop'],
          ]}
          onChange={(where) => set({ between: where === 'between' ? true : undefined })}
        />
      </Box>
    </Box>
  )
}
