/** A lot that has just come. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Lot } from '../../season/schema'
import { problemAt } from '../../ui/editor'
import { ChoiceField, NumberField } from '../../ui/fields'
import { freeKeyIn, keyOf } from '../../season/keys'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { shareWords } from '../../words/format'
import { Head } from './head'
import { useRouter } from '../../ui/navigation'

export function NewLot({ start }: { start: string }) {
  const t = useTranslations('seed')
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
    if (await change([{ of: 'lots', key: lot.key, from: null, to: lot }], t('added', { lot: lot.name })))
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
      <Head title={t('aNewLot')} sub={t('everythingElseCanBeAdded')} />
      <ChoiceField
        label={t('variety')}
        value={variety}
        none="choose"
        options={season.varieties.map(({ key, name }) => [key, name] as const)}
        onChange={setVariety}
      />
      <NumberField
        label={t('comesUpByItsPacket')}
        quantity="share"
        value={share}
        onChange={setShare}
        help={
          crop
            ? t('emptyForYourOwnSeed', { crop: crop.name, share: shareWords(crop.germination.usualShare) })
            : undefined
        }
        error={problemAt(problems, 'germination')}
      />
      {failure && <Alert severity="error">{failure}</Alert>}
      <Button type="submit" variant="contained" disabled={!of || busy} sx={{ justifySelf: 'start' }}>
        {busy ? t('adding') : t('add')}
      </Button>
    </Box>
  )
}
