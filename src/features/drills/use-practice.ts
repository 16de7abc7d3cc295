/** What whoever holds the device has practised: kept here first, so that it works without signal, and on the server when there is one. */
'use client'
import { useCallback, useEffect, useMemo } from 'react'
import { v4 as newId } from 'uuid'
import { array, type infer as Infer } from 'zod'
import { keepDrillAnswers } from '../../actions/drills'
import { knownFrom, type Known } from './answers'
import { DrillAnswer, MOST_ANSWERS } from '../../season/drills'
import { callServer } from '../../ui/call-server'
import { useMay } from '../../ui/may'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { useKept } from '../../ui/use-kept'

const Answers = array(DrillAnswer)
type Answers = Infer<typeof Answers>
const NONE: Answers = []

const MOST_HERE = 1000 // answers kept on the device

const together = (...lists: readonly Answers[]): Answers => [
  ...new Map(lists.flat().map((answer) => [answer.id, answer])).values(),
]

export interface Practice {
  known: ReadonlyMap<string, Known>
  /** Answers that the server has not. */
  waiting: number
  answered: (card: string, right: boolean) => void
}

export function usePractice(): Practice {
  const { data } = useSeason()
  const { who } = useRecord()
  const maySend = useMay('record')
  const whose = `${data.own}/${who}`
  const [known, setKnown] = useKept(`drills/${whose}`, Answers, NONE, 'device')
  const [waiting, setWaiting] = useKept(`drills-waiting/${whose}`, Answers, NONE, 'device')

  useEffect(() => {
    if (!maySend) return
    let gone = false
    const send = async () => {
      const sent = waiting.slice(0, MOST_ANSWERS)
      const called = await callServer(() => keepDrillAnswers(data.own, who, sent))
      // Without an answer they wait: sent again, each is kept once.
      if (gone || !called.ok || !called.answer) return
      setKnown(together(called.answer, waiting).slice(-MOST_HERE))
      if (sent.length > 0) setWaiting(waiting.slice(sent.length))
    }
    void send()
    const again = () => void send()
    window.addEventListener('online', again)
    return () => {
      gone = true
      window.removeEventListener('online', again)
    }
    // What has arrived is not sent for again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [maySend, data.own, who, waiting])

  const answered = useCallback(
    (card: string, right: boolean) => {
      const answer = { id: newId(), card, right, at: Date.now() }
      setKnown([...known, answer].slice(-MOST_HERE))
      setWaiting(maySend ? [...waiting, answer] : NONE)
    },
    [known, waiting, maySend, setKnown, setWaiting],
  )
  return {
    known: useMemo(() => knownFrom(known), [known]),
    waiting: waiting.length,
    answered,
  }
}
