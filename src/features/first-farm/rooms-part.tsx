/** Where trays stand: houses and benches one by one, by tray places or by their measures. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import { trayPlacesOf } from '../../core/geometry/bench'
import { readRoom } from '../../core/geometry/typed-room'
import type { RoomAnswer } from '../../library/begin-places'
import { PRESET_PLACES } from '../../library/presets'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { Rows } from '../../ui/rows'
import { useFormat } from '../../ui/units'
import { warmthWords } from '../../words/farm'
import { count } from '../../words/format'
import { Part, type PartProps } from './part'
import './words'

export function RoomsPart({ answers, put, wrong }: PartProps) {
  const t = useTranslations('firstFarm')
  const none = wrong('rooms')
  return (
    <Part title={t('howMuchRoom')} text={t(answers.units === 'us' ? 'roomAsYouSayItFeet' : 'roomAsYouSayIt')}>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Rows<RoomAnswer>
          value={answers.rooms}
          onChange={(rooms) => put({ rooms })}
          columns="minmax(0, 1fr)"
          nameOf={({ name, like }) => name ?? like}
          add={{
            label: t('addAPlace'),
            make: () => ({ like: 'tunnel', name: nextName(answers.rooms, 'tunnel'), room: '24' }),
          }}
          fields={(one, set, i) => <Room one={one} set={set} i={i} answers={answers} wrong={wrong} />}
        />
        {none && <Alert severity="error">{none}</Alert>}
      </Box>
    </Part>
  )
}

/** A name for one more of its like: `Unheated tunnel 2`. */
function nextName(rooms: readonly RoomAnswer[], like: string): string {
  const name = PRESET_PLACES.find(({ key }) => key === like)!.name
  const names = new Set(rooms.map((one) => one.name))
  for (let n = 1; ; n++) {
    const next = n === 1 ? name : `${name} ${n}`
    if (!names.has(next)) return next
  }
}

interface RoomProps extends Omit<PartProps, 'put'> {
  one: RoomAnswer
  set: (part: Partial<RoomAnswer>) => void
  i: number
}

function Room({ one, set, i, answers, wrong }: RoomProps) {
  const t = useTranslations('firstFarm')
  const format = useFormat(answers.units)
  const preset = PRESET_PLACES.find(({ key }) => key === one.like)!
  const { held, floor } = preset.temperature
  const read = readRoom(one.room, answers.units === 'us')
  const name = one.name ?? preset.name
  const usual = held ?? floor
  return (
    <Box
      role="group"
      aria-label={name}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr 1fr', md: '1.1fr 1fr 1.3fr 150px' },
        gap: 1.25,
        alignItems: 'start',
      }}
    >
      <WordField
        label={t('whatItIsCalled')}
        value={name}
        onChange={(next) => set({ name: next })}
        error={wrong(`rooms[${i}].name`)}
      />
      <ChoiceField
        label={t('whatItIs')}
        value={one.like}
        options={PRESET_PLACES.map((place) => [place.key, place.name] as const)}
        onChange={(like) =>
          like !== '' &&
          set({ like, heatedTo: undefined, ...(name === preset.name ? { name: nextName(answers.rooms, like) } : {}) })
        }
        help={warmthWords(
          usual !== undefined && typeof one.heatedTo === 'number'
            ? { ...preset.temperature, ...(held === undefined ? { floor: one.heatedTo } : { held: one.heatedTo }) }
            : preset.temperature,
          format,
        )}
      />
      <WordField
        label={t('room')}
        value={one.room}
        onChange={(room) => set({ room })}
        error={wrong(`rooms[${i}].room`)}
        help={
          read?.benches
            ? t('benchesHold', {
                benches: count(format, read.benches.length, 'bench'),
                trays: count(format, trayPlacesOf(read.benches), 'tray'),
              })
            : t('trays')
        }
      />
      <NumberField
        label={held === undefined ? t('heatedTo') : t('heldAt')}
        quantity="temperature"
        value={one.heatedTo === undefined ? usual : (one.heatedTo ?? undefined)}
        onChange={(to) => set({ heatedTo: to ?? (held === undefined ? null : undefined) })}
        help={usual === undefined && typeof one.heatedTo !== 'number' ? t('emptyNotHeated') : undefined}
        error={wrong(`rooms[${i}].heatedTo`)}
      />
    </Box>
  )
}
