/** What a session takes: containers, mixes by name, covering, water, labels, places and time. */
'use client'
import Box from '@mui/material/Box'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Session } from '../../core/advice/session'
import { NumberField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { count, hoursWords, mixWords } from '../../words/format'
import { doseWords } from '../../words/mix'

const MOST_PEOPLE = 50

export function Takes({ session }: { session: Session }) {
  const t = useTranslations('sowing')
  const { season, format } = useSeason()
  const [people, setPeople] = useState(1)
  const { containers, mixes, labels, covers, places, minutes, covering, soak, wet } = session
  return (
    <Box
      sx={{
        mt: 2,
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', lg: 'repeat(4, 1fr)' },
        '& h2': { m: 0, mb: 0.5, fontSize: 14, fontWeight: 700, color: 'text.secondary' },
        '& .big': { fontSize: 22, fontWeight: 650, lineHeight: 1.25 },
      }}
    >
      {containers.length > 0 && (
        <section>
          <h2>{t('fill')}</h2>
          {containers.map(({ container, trays }) => (
            <Box key={container.key} sx={{ fontSize: 16 }}>
              <b>{format.number(trays)}</b> × {container.name}
            </Box>
          ))}
        </section>
      )}
      {mixes.map(({ mix, litres, measured }) => (
        <section key={mix.key ?? ''} data-mix={mix.name}>
          <h2>{t('mix', { mix: mix.name })}</h2>
          <div className="big">{mixWords(format, litres)}</div>
          {measured.parts.length > 1 &&
            measured.parts.map(({ what, litres: part }) => (
              <div key={what}>
                {what}: {mixWords(format, part)}
              </div>
            ))}
          {measured.additives.map((one) => (
            <div key={one.what}>
              {one.what}: {doseWords(format, one)}
            </div>
          ))}
          <div>{t('water', { mix: mixWords(format, measured.water) })}</div>
        </section>
      ))}
      {places.length > 0 && (
        <section>
          <h2>{t('carryTo')}</h2>
          {places.map(({ place, trays }) => (
            <div key={place}>
              {season.places[place]!.name}: <b>{count(format, trays, 'tray')}</b>
            </div>
          ))}
          {covers > 0 && <div>{t('covers', { covers: format.number(covers) })}</div>}
          {covering > 0 && (
            <div>{t('coveringLitres', { covering: season.habits.covering, litres: mixWords(format, covering) })}</div>
          )}
          {wet > 0 && <div>{t('wetFirst', { litres: mixWords(format, wet) })}</div>}
          {soak > 0 && (
            <div>
              {t('soak', {
                litres: mixWords(format, soak),
                minutes: count(format, season.habits.soak.minutes, 'minute'),
              })}
            </div>
          )}
        </section>
      )}
      {(labels > 0 || minutes > 0) && (
        <section>
          <h2>{labels > 0 ? t('labelsAndTime') : t('time')}</h2>
          {labels > 0 && <div className="big">{count(format, labels, 'label')}</div>}
          <div>
            {people === 1
              ? t('ofWork', { hours: hoursWords(format, minutes / 60) })
              : t('ofWorkEach', {
                  hours: hoursWords(format, minutes / 60),
                  each: hoursWords(format, minutes / 60 / people),
                })}
          </div>
          <Box className="no-print" sx={{ mt: 0.75, width: 110 }}>
            <NumberField
              label={t('people')}
              value={people}
              onChange={(n) =>
                n !== undefined && Number.isInteger(n) && n >= 1 && n <= MOST_PEOPLE ? setPeople(n) : undefined
              }
            />
          </Box>
        </section>
      )}
    </Box>
  )
}
