/** Asking the server for a change of people. */
'use client'
import { useTransition } from 'react'
import { callServer, troubleWords } from '../../ui/call-server'
import { useNotice } from '../../ui/notice'
import { useFormat } from '../../ui/units'

export function useAsk() {
  const [busy, start] = useTransition()
  const notice = useNotice()
  const format = useFormat('metric')
  const say = (text: string) => notice({ text })
  const ask = <T>(call: () => Promise<T>, then?: (answer: T) => void) =>
    start(async () => {
      const said = await callServer(call)
      if (said.ok) then?.(said.answer)
      else say(troubleWords(said, format))
    })
  return { busy, ask, say }
}
