/** Calendars that one's own program reads: made, changed, given another address, ended. */
'use client'
import DownloadIcon from '@mui/icons-material/Download'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import { deleteCalendar, editCalendar, myCalendars, newCalendar, newCalendarAddress } from '../../actions/calendars'
import type { CalendarFacts, CalendarShown } from '../../season/calendars'
import { callServer, troubleWords } from '../../ui/call-server'
import { useOut } from '../../ui/navigation'
import { useNotice } from '../../ui/notice'
import { useSeason } from '../../ui/season-context'
import { useUnits } from '../../ui/units'
import { list } from '../../words/format'
import { CalendarAddress } from './calendar-address'
import { CalendarForm } from './calendar-form'
import { clockText } from './clock-words'
import './words'

type Mine = NonNullable<Awaited<ReturnType<typeof myCalendars>>>

export function CalendarView() {
  const t = useTranslations('calendars')
  const { data, format } = useSeason()
  const units = useUnits()
  const out = useOut()
  const notice = useNotice()
  const [mine, setMine] = useState<Mine | 'not-here'>()
  const [trouble, setTrouble] = useState<string>()
  const [open, setOpen] = useState<CalendarShown | 'new'>()
  const [problem, setProblem] = useState<string>()
  const [made, setMade] = useState<{ name: string; token: string }>()

  const show = useCallback(async () => {
    const called = await callServer(() => myCalendars(data.own))
    return () => (called.ok ? setMine(called.answer ?? 'not-here') : setTrouble(troubleWords(called, format)))
  }, [data.own, format])
  useEffect(() => {
    let gone = false
    void show().then((then) => !gone && then())
    return () => {
      gone = true
    }
  }, [show])

  const write = async (facts: CalendarFacts) => {
    setProblem(undefined)
    const reader = { locale: format.locale, units }
    const called = await callServer(async () =>
      open === 'new' || !open
        ? await newCalendar(data.own, facts, reader)
        : await editCalendar(data.own, open.id, facts),
    )
    if (!called.ok) return setProblem(troubleWords(called, format))
    const { answer } = called
    if (answer === 'too-many') return setProblem(t('tooMany'))
    if (typeof answer === 'object') setMade({ name: facts.name, token: answer.token })
    else notice({ text: t('saved', { name: facts.name }) })
    setOpen(undefined)
    ;(await show())()
  }
  const renew = async ({ id, name }: CalendarShown) => {
    const called = await callServer(() => newCalendarAddress(data.own, id))
    if (!called.ok) return notice({ text: troubleWords(called, format) })
    if (called.answer !== undefined) setMade({ name, token: called.answer })
    ;(await show())()
  }
  const end = async ({ id, name }: CalendarShown) => {
    const called = await callServer(() => deleteCalendar(data.own, id))
    notice({ text: called.ok ? t('deleted', { name }) : troubleWords(called, format) })
    setMade(undefined)
    ;(await show())()
  }
  const here = mine !== undefined && mine !== 'not-here' ? mine : undefined
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1000 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 180 }}>
          {t('title')}
        </Typography>
        <Button color="inherit" startIcon={<DownloadIcon />} href={out('tasks.ics')} download sx={{ minHeight: 44 }}>
          {t('orFile')}
        </Button>
        {here && (
          <Button variant="contained" disableElevation onClick={() => setOpen('new')} sx={{ minHeight: 44 }}>
            {t('add')}
          </Button>
        )}
      </Box>
      <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14.5, mt: 0.5, maxWidth: 700 }}>
        {t('about')}
      </Typography>
      {trouble && (
        <Box role="alert" sx={{ mt: 2 }}>
          {trouble}
        </Box>
      )}
      {(mine === 'not-here' || here?.calendars.length === 0) && (
        <Box sx={{ mt: 2, p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5, color: 'text.secondary' }}>
          {mine === 'not-here' ? t('notHere') : t('none')}
        </Box>
      )}
      {made && here && <CalendarAddress {...made} addresses={here.addresses} onDone={() => setMade(undefined)} />}
      {here && here.calendars.length > 0 && (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 2, p: 0 }}>
          {here.calendars.map((one) => (
            <One
              key={one.id}
              of={one}
              onChange={() => setOpen(one)}
              onRenew={() => void renew(one)}
              onDelete={() => void end(one)}
            />
          ))}
        </Box>
      )}
      {open && (
        <CalendarForm
          of={open === 'new' ? undefined : open}
          problem={problem}
          onWrite={(facts) => void write(facts)}
          onClose={() => {
            setOpen(undefined)
            setProblem(undefined)
          }}
        />
      )}
    </Box>
  )
}

function One({
  of,
  onChange,
  onRenew,
  onDelete,
}: {
  of: CalendarShown
  onChange: () => void
  onRenew: () => void
  onDelete: () => void
}) {
  const t = useTranslations('calendars')
  const { season, format } = useSeason()
  const { name, work, places, remind, remindAt, read } = of
  const names = new Map(season.places.map((place) => [place.key, place.name]))
  const said = [
    work ? list(format, work.map((one) => t(`workOf.${one}`))) : t('allWork'), // prettier-ignore
    places ? list(format, places.map((key) => names.get(key) ?? key)) : t('everywhere'), // prettier-ignore
    t(`reminds.${remind}`, { time: clockText(remindAt) }),
    read === undefined ? t('neverRead') : t('reads', { when: new Intl.DateTimeFormat(format.locale, { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(read)) }), // prettier-ignore
  ]
  return (
    <Box
      component="li"
      data-calendar={of.id}
      sx={{ borderTop: 1, borderColor: 'divider', py: 1.25, display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }} // prettier-ignore
    >
      <Box sx={{ flex: '1 1 320px', minWidth: 0 }}>
        <b>{name}</b>
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{said.join(' · ')}</Box>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap' }}>
        <Button color="inherit" onClick={onChange} aria-label={t('changeOf', { name })} sx={{ minHeight: 44 }}>
          {t('change')}
        </Button>
        <Button color="inherit" onClick={onRenew} aria-label={t('newAddressOf', { name })} sx={{ minHeight: 44 }}>
          {t('newAddress')}
        </Button>
        <Button color="error" onClick={onDelete} aria-label={t('deleteOf', { name })} sx={{ minHeight: 44 }}>
          {t('delete')}
        </Button>
      </Box>
    </Box>
  )
}
