/** The camera of this device, and what the labels before it say. */
'use client'
import { useEffect, useRef, useState, type RefObject } from 'react'
import { codeReader, type CodeReader } from './code-reader'

/** Why there is no picture: `refused` by whoever holds the device, `none` there, or `no-https`. */
export type CameraTrouble = 'refused' | 'none' | 'no-https' | 'fault'

const PAUSE = 120 // ms between two looks
const WIDTH = 960 // px a picture is read at: enough for a label at arm's length
const GONE = 2500 // ms a label has to be out of sight before it counts as shown again

/** Whether what is seen was not seen just before. */
export function freshness(now: () => number = Date.now) {
  const seen = new Map<string, number>()
  return (text: string): boolean => {
    const last = seen.get(text)
    seen.set(text, now())
    return last === undefined || now() - last > GONE
  }
}

const troubleOf = (error: unknown): CameraTrouble => {
  const name = error instanceof DOMException ? error.name : ''
  if (name === 'NotAllowedError' || name === 'SecurityError') return 'refused'
  return name === 'NotFoundError' || name === 'OverconstrainedError' ? 'none' : 'fault'
}

/**
 * Shows the camera in a video and reads labels, while it is on.
 *
 * @param on 0 while it is off; another number tries again
 * @param onTexts what labels say, once for each time they are shown
 */
export function useCamera(
  on: number,
  onTexts: (texts: readonly string[]) => void,
): { video: RefObject<HTMLVideoElement | null>; trouble: CameraTrouble | undefined } {
  const video = useRef<HTMLVideoElement>(null)
  const [trouble, setTrouble] = useState<CameraTrouble>()
  const tell = useRef(onTexts)
  useEffect(() => {
    tell.current = onTexts
  })
  useEffect(() => {
    if (on === 0) return
    let ended = false
    let stream: MediaStream | undefined
    let reader: CodeReader | undefined
    const isFresh = freshness()
    const look = async () => {
      const element = video.current
      if (ended || !element || !reader) return
      if (element.videoWidth > 0 && !document.hidden) {
        const resizeWidth = Math.min(WIDTH, element.videoWidth)
        const picture = await createImageBitmap(element, { resizeWidth })
        const fresh = (await reader.read(picture)).filter(isFresh)
        if (!ended && fresh.length > 0) tell.current(fresh)
      }
      setTimeout(() => void look().catch(fail), PAUSE)
    }
    const fail = (error: unknown) => {
      if (ended) return
      console.warn('The camera cannot be read:', error)
      setTrouble(troubleOf(error))
    }
    const start = async () => {
      setTrouble(undefined)
      // Browsers hide the camera from pages that come without HTTPS.
      if (!('mediaDevices' in navigator)) return setTrouble('no-https')
      stream = await navigator.mediaDevices.getUserMedia({
        video: { facingMode: 'environment', width: { ideal: 1280 } },
      })
      if (ended || !video.current) return stop()
      video.current.srcObject = stream
      await video.current.play()
      reader = await codeReader()
      if (ended) return stop()
      await look()
    }
    const stop = () => {
      for (const track of stream?.getTracks() ?? []) track.stop()
      reader?.close()
    }
    start().catch(fail)
    return () => {
      ended = true
      stop()
    }
  }, [on])
  return { video, trouble: on === 0 ? undefined : trouble }
}

/** What the labels in a photo say. */
export async function codesInPhoto(photo: Blob): Promise<string[]> {
  const reader = await codeReader()
  try {
    return await reader.read(await createImageBitmap(photo))
  } finally {
    reader.close()
  }
}
