/** From what is in hand (so many cells, trays or seeds, or a bench for some weeks) to the plants that may be promised from it. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Planting } from '../../season/schema'
import { ChoiceField, NumberField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { chanceWords, count, list } from '../../words/format'
import { fromHand, type FromHand as Found, type HandAsked } from './planting-choices'

const OF = ['cells', 'trays', 'seeds', 'room'] as const
const LACKING_SHOWN = 3

/** @param planting the planting as it is written so far; none while it cannot be planned */
export function FromHand({ planting, onTake }: { planting: Planting | undefined; onTake: (plants: number) => void }) {
  const t = useTranslations('plan')
  const { season, planner, plan } = useSeason()
  const [open, setOpen] = useState(false)
  const [hand, setHand] = useState<HandAsked>({ of: 'cells', amount: undefined })
  const asked = open && isAsked(hand) ? hand : undefined
  const found = useMemo(
    () => (planting && asked ? fromHand(asked, planting, { season, planner, plan }) : undefined),
    [planting, asked, season, planner, plan],
  )
  if (!open)
    return (
      <Button size="small" color="inherit" onClick={() => setOpen(true)} sx={{ justifySelf: 'start', mt: -1 }}>
        {t('fromWhatIsInHand')}
      </Button>
    )
  const takeOf = (of: HandAsked['of']) =>
    setHand(
      of === 'room'
        ? { of, place: season.places[0]?.key ?? '', weeks: undefined }
        : { of, amount: hand.of === 'room' ? undefined : hand.amount },
    )
  return (
    <Box role="group" aria-label={t('fromWhatIsInHand')} sx={{ display: 'grid', gap: 0.75 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'flex-start' }}>
        {hand.of === 'room' ? (
          <>
            <ChoiceField
              label={t('benchInHand')}
              value={hand.place}
              options={season.places.map(({ key, name }) => [key, name] as const)}
              onChange={(place) => setHand({ ...hand, place })}
              width={170}
            />
            <NumberField
              label={t('forWeeks')}
              unit={t('weeksInHand')}
              value={hand.weeks}
              onChange={(weeks) => setHand({ ...hand, weeks })}
              width={130}
            />
          </>
        ) : (
          <NumberField
            label={t('inHand')}
            value={hand.amount}
            onChange={(amount) => setHand({ ...hand, amount })}
            width={110}
          />
        )}
        <ChoiceField
          label={t('ofWhat')}
          value={hand.of}
          options={OF.map((one) => [one, t(`inHandOf.${one}`)] as const)}
          onChange={(next) => next && takeOf(next)}
          width={130}
        />
        <Button
          size="small"
          variant="outlined"
          disabled={!found}
          onClick={() => found && onTake(found.plants)}
          sx={{ mt: 0.5 }}
        >
          {t('useThat')}
        </Button>
      </Box>
      <Box role="status" sx={{ fontSize: 14, color: 'text.secondary' }}>
        {found ? (
          <Comes found={found} of={hand.of} />
        ) : !planting ? (
          t('chooseWhatAndHowFirst')
        ) : !asked ? (
          hand.of === 'room' ? (
            t('forHowManyWeeks')
          ) : (
            t('howManyAreThere')
          )
        ) : hand.of === 'room' ? (
          t('noRoomForIt')
        ) : (
          t('notOnePlantFromIt')
        )}
      </Box>
    </Box>
  )
}

const isAsked = (hand: HandAsked): boolean => {
  const amount = hand.of === 'room' ? hand.weeks : hand.amount
  return amount !== undefined && amount > 0
}

/** What comes of it: plants and their chance, the bench, seeds a cell, and who lacks some. */
function Comes({ found, of }: { found: Found; of: HandAsked['of'] }) {
  const t = useTranslations('plan')
  const { format } = useSeason()
  const { room, bySeeds, lacking } = found
  const [best] = bySeeds
  const line = { display: 'block', mt: 0.25 } as const
  return (
    <>
      {t('fromHandComesTo', {
        plants: count(format, found.plants, 'plant'),
        chance: chanceWords(format, found.chance),
        expected: count(format, found.expected, 'plant'),
        cells: count(format, found.cells, 'cell'),
        seeds: count(format, found.seeds, 'seed'),
        left: format.number(found.left, of === 'room' ? 1 : 0),
      })}
      {room && (
        <Box component="span" sx={{ ...line, ...(room.over > 0 ? { color: 'error.main', fontWeight: 600 } : {}) }}>
          {t('onTheBench', {
            free: format.number(room.free, 1),
            from: format.date(room.from),
            stays: count(format, room.stays, 'day'),
            over: room.over > 0 ? count(format, room.over, 'day') : 'no',
          })}
        </Box>
      )}
      {best && bySeeds.length > 1 && (
        <Box component="span" sx={line}>
          {t('bestSeedsACell', {
            best: t('seedsACell', { n: best.seedsPerCell }),
            plants: count(format, best.plants, 'plant'),
            seeds: count(format, best.batch.sizing!.seeds, 'seed'),
            others: list(
              format,
              bySeeds
                .slice(1)
                .map((one) => t('otherSeeds', { n: one.seedsPerCell, plants: format.number(one.plants) })),
            ),
          })}
        </Box>
      )}
      {lacking.length > 0 && (
        <Box component="span" sx={line}>
          {t('othersLack', {
            list: list(
              format,
              lacking
                .slice(0, LACKING_SHOWN)
                .map(({ batch, plants }) =>
                  plants > 0
                    ? t('lacksPlants', { code: batch.code, plants: count(format, plants, 'plant') })
                    : t('lacksSeed', { code: batch.code }),
                ),
            ),
          })}
        </Box>
      )}
    </>
  )
}
