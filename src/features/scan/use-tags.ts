/** Tags that are held to the device, on browsers that read them: they hold the same address as a label. */
'use client'
import { useEffect, useRef, useState } from 'react'

/** As browsers have it: https://w3c.github.io/web-nfc */
interface TagReader extends EventTarget {
  scan(options: { signal: AbortSignal }): Promise<void>
}
interface TagEvent extends Event {
  message: { records: { recordType: string; data?: BufferSource }[] }
}

const readers = () => (globalThis as { NDEFReader?: new () => TagReader }).NDEFReader

/** Whether this browser reads tags. */
export const readsTags = (): boolean => readers() !== undefined

/**
 * Reads tags while it is on.
 *
 * @param onText what a tag says
 * @returns whether the browser refused
 */
export function useTags(on: boolean, onText: (text: string) => void): boolean {
  const [refused, setRefused] = useState(false)
  const tell = useRef(onText)
  useEffect(() => {
    tell.current = onText
  })
  useEffect(() => {
    const Reader = readers()
    if (!on || !Reader) return
    const end = new AbortController()
    const reader = new Reader()
    const hear = (event: Event) => {
      for (const { recordType, data } of (event as TagEvent).message.records)
        if (data && (recordType === 'url' || recordType === 'text')) tell.current(new TextDecoder().decode(data))
    }
    reader.addEventListener('reading', hear)
    reader.scan({ signal: end.signal }).then(
      () => setRefused(false),
      (error: unknown) => {
        if (end.signal.aborted) return
        console.warn('Tags cannot be read:', error)
        setRefused(true)
      },
    )
    return () => {
      reader.removeEventListener('reading', hear)
      end.abort()
    }
  }, [on])
  return refused
}
