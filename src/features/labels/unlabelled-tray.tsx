/** A tray found without its label: what can be seen of it, and which batches it may be of. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { batchesOfTray } from '../../core/labels/unlabelled'
import { ChoiceField, NumberField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { count } from '../../words/format'
import { likeWords } from './model'

const MOST = 6

type Up = '' | 'yes' | 'no'

export function UnlabelledTray() {
  const { plan, season, format, today } = useSeason()
  const [container, setContainer] = useState('')
  const [place, setPlace] = useState('')
  const [crop, setCrop] = useState('')
  const [up, setUp] = useState<Up>('')
  const [leaves, setLeaves] = useState<number>()
  const standing = useMemo(() => batchesOfTray(plan.batches, today, {}), [plan, today])
  const numbers = new Set(standing.map(({ stay }) => stay.containerNumber))
  const crops = new Set(standing.map(({ batch }) => batch.way.crop.key))
  const asked = container !== '' || place !== '' || crop !== '' || up !== '' || leaves !== undefined
  const candidates = batchesOfTray(plan.batches, today, {
    container: container === '' ? undefined : season.containers.findIndex(({ key }) => key === container),
    place: place === '' ? undefined : season.places.findIndex(({ key }) => key === place),
    crop: crop === '' ? undefined : crop,
    up: up === '' ? undefined : up === 'yes',
    leaves: leaves === undefined ? undefined : Math.max(0, Math.round(leaves)),
  })
  return (
    <Box
      component="section"
      aria-label="A tray without its label"
      sx={{
        mt: 1.5,
        p: 2,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1.5,
        bgcolor: 'background.paper',
        maxWidth: 640,
      }}
    >
      <Box sx={{ fontWeight: 650, mb: 1.5 }}>What can you see of it?</Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr 1fr', sm: '1fr 1fr 1fr' } }}>
        <ChoiceField
          label="Container"
          value={container}
          none="Any"
          options={season.containers.filter((_, i) => numbers.has(i)).map((one) => [one.key, one.name] as const)}
          onChange={setContainer}
        />
        <ChoiceField
          label="Found on"
          value={place}
          none="Anywhere"
          options={season.places.map((one) => [one.key, one.name] as const)}
          onChange={setPlace}
        />
        <ChoiceField
          label="Looks like"
          value={crop}
          none="Cannot tell"
          options={season.crops.filter(({ key }) => crops.has(key)).map((one) => [one.key, one.name] as const)}
          onChange={setCrop}
        />
        <ChoiceField<'yes' | 'no'>
          label="Anything up"
          value={up}
          none="Not looked"
          options={[
            ['yes', 'Yes'],
            ['no', 'Not up yet'],
          ]}
          onChange={setUp}
        />
        <NumberField label="True leaves" value={leaves} onChange={setLeaves} />
      </Box>
      {asked && candidates.length === 0 && (
        <Box sx={{ mt: 1.5, color: 'text.secondary' }}>Nothing of that kind stands anywhere today.</Box>
      )}
      {asked && candidates.length > 0 && (
        <Box component="ol" aria-label="What it may be" sx={{ listStyle: 'none', m: 0, mt: 1.5, p: 0 }}>
          {candidates.slice(0, MOST).map((one) => (
            <Box
              key={one.batch.id}
              component="li"
              sx={{
                display: 'flex',
                alignItems: 'center',
                gap: 1.5,
                borderTop: 1,
                borderColor: 'divider',
                py: 0.75,
                minHeight: 52,
              }}
            >
              <StairGlyph batch={one.batch} />
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <b>{one.batch.code}</b> {one.batch.variety.name}
                <Box sx={{ fontSize: 14, color: 'text.secondary', lineHeight: 1.3 }}>
                  {season.places[one.stay.place]!.name}, {one.stay.container.name}
                  {one.up
                    ? one.leaves === undefined
                      ? ', up'
                      : `, about ${count(format, Math.floor(one.leaves), 'trueLeaf')}`
                    : ', not up yet'}
                </Box>
                <Box
                  sx={{
                    fontSize: 14,
                    fontWeight: 650,
                    color: one.differs.length === 0 ? 'success.main' : 'warning.main',
                  }}
                >
                  {likeWords(one, format)}
                </Box>
              </Box>
              <Button
                component={Link}
                href={`/labels?batch=${encodeURIComponent(one.batch.id)}`}
                variant="outlined"
                color="inherit"
                sx={{ minHeight: 44 }}
              >
                It is this
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {asked && candidates.length > MOST && (
        <Box sx={{ mt: 0.5, fontSize: 14, color: 'text.secondary' }}>
          And {format.number(candidates.length - MOST)} add a note.
        </Box>
      )}
      <Box sx={{ mt: 1.5, fontSize: 14, color: 'text.secondary' }}>
        Where you cannot tell, open the likeliest batch, and under “More” keep the tray as a mix with a name of its own.
      </Box>
    </Box>
  )
}
