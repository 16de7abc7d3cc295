/** A code to scan. */
'use client'
import { useEffect, useState } from 'react'

export function QrPicture({ text, name, width }: { text: string; name: string; width: number | string }) {
  const [path, setPath] = useState<{ d: string; size: number }>()
  useEffect(() => {
    let gone = false
    const draw = () =>
      import('qrcode')
        .then(({ default: qr }) => {
          const { modules } = qr.create(text, { errorCorrectionLevel: 'M' })
          let d = ''
          for (let y = 0; y < modules.size; y++)
            for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) d += `M${x} ${y}h1v1h-1z`
          if (!gone) setPath({ d, size: modules.size })
        })
        .catch((error: unknown) => {
          // Without signal it is drawn once there is one.
          console.warn('A code could not be drawn yet:', error)
          if (!gone) window.addEventListener('online', again, { once: true })
        })
    const again = () => void draw()
    again()
    return () => {
      gone = true
      window.removeEventListener('online', again)
    }
  }, [text])
  return (
    <svg
      viewBox={path ? `-1 -1 ${path.size + 2} ${path.size + 2}` : '0 0 1 1'}
      width={width}
      style={{ flex: 'none', alignSelf: 'center' }}
      role="img"
      aria-label={name}
    >
      {path && <path d={path.d} fill="#000" />}
    </svg>
  )
}
