/** How a mix is made up: parts, what is added, water, the feed in it, and heat. */
'use client'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import { useTranslations } from 'next-intl'
import { DOSE_LITRES } from '../../core/mix/mix'
import { DOSE_UNITS, type MixRecipe } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { Rows } from '../../ui/rows'
import { useSeason } from '../../ui/season-context'
import './words'

type Recipe = Omit<MixRecipe, 'name'>

const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' } as const
const DOSED_GALLONS = 2

export function RecipeFields({
  recipe,
  put,
  at,
}: {
  recipe: Recipe
  put: <Part extends keyof Recipe>(part: Part, value: Recipe[Part]) => void
  /** The problem at a path inside the recipe, as a sentence. */
  at: (path: string) => string | undefined
}) {
  const t = useTranslations('farmPage')
  const { format } = useSeason()
  const us = format.units === 'us'
  return (
    <>
      <Rows
        value={recipe.parts}
        onChange={(parts) => put('parts', parts)}
        columns="1fr 110px"
        nameOf={({ what }) => what}
        kept={() => (recipe.parts.length === 1 ? t('aMixIsOfSomething') : undefined)}
        fields={(part, set, i) => (
          <>
            <WordField
              label={t('of')}
              value={part.what}
              onChange={(what) => set({ what })}
              error={at(`parts[${i}].what`)}
            />
            <NumberField
              label={t('parts')}
              value={part.parts}
              onChange={(parts) => parts !== undefined && set({ parts })}
              error={at(`parts[${i}].parts`)}
            />
          </>
        )}
        add={{ label: t('aPart'), make: () => ({ what: t('compost'), parts: 1 }) }}
      />
      <Rows
        value={recipe.additives}
        onChange={(additives) => put('additives', additives)}
        columns="1fr"
        nameOf={({ what }) => what}
        fields={(one, set, i) => (
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: '1fr 1.3fr 1fr',
              gap: 1,
              mb: 0.5,
              '& > :first-of-type': { gridColumn: '1 / -1' },
            }}
          >
            <WordField
              label={t('added')}
              value={one.what}
              onChange={(what) => set({ what })}
              error={at(`additives[${i}].what`)}
            />
            <NumberField
              label={t('amount')}
              value={one.amount}
              onChange={(amount) => amount !== undefined && set({ amount })}
              error={at(`additives[${i}].amount`)}
            />
            <ChoiceField
              label={t('unit')}
              value={one.unit}
              options={DOSE_UNITS.map((unit) => [unit, t(`doseUnit.${unit}`)] as const)}
              onChange={(unit) => unit && set({ unit })}
            />
            <NumberField
              label={t('inMix')}
              quantity="mix"
              value={one.litres ?? DOSE_LITRES}
              onChange={(litres) => litres !== undefined && set({ litres })}
              error={at(`additives[${i}].litres`)}
            />
          </Box>
        )}
        add={{
          label: t('somethingAdded'),
          make: () =>
            us
              ? { what: t('lime'), amount: 1, unit: 'cup' as const, litres: DOSED_GALLONS * LITRES_OF_GALLON }
              : { what: t('lime'), amount: 10, unit: 'g' as const },
        }}
      />
      <Box sx={two}>
        <NumberField
          label={t('waterToWetALitre')}
          unit="l"
          value={recipe.water}
          onChange={(water) => water !== undefined && put('water', water)}
          error={at('water')}
        />
        <NumberField
          label={t('feedLasts')}
          unit="days"
          value={recipe.feedsDays}
          onChange={(days) => put('feedsDays', days)}
          error={at('feedsDays')}
          help={t('emptyNoFeed')}
        />
      </Box>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={recipe.heating !== undefined}
            onChange={(_, on) => put('heating', on ? { how: t('steamed'), coolHours: 12 } : undefined)}
          />
        }
        label={t('heatedBefore')}
      />
      {recipe.heating && (
        <>
          <Box sx={two}>
            <WordField
              label={t('heatedHow')}
              value={recipe.heating.how}
              onChange={(how) => put('heating', { ...recipe.heating!, how })}
              error={at('heating.how')}
            />
            <NumberField
              label={t('coolAfter')}
              unit="h"
              value={recipe.heating.coolHours}
              onChange={(coolHours) => coolHours !== undefined && put('heating', { ...recipe.heating!, coolHours })}
              error={at('heating.coolHours')}
            />
          </Box>
          <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>{t('heatedCaution')}</Box>
        </>
      )}
    </>
  )
}

export const LITRES_OF_GALLON = 3.785
