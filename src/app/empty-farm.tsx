/** The way into an empty database: import, or the guided start. */
'use client'
import { useState } from 'react'
import { FirstStart } from '../features/farm-page/first-start'
import { FirstFarm } from '../features/first-farm/first-farm'

/** @param today the day it is, where the farm is begun */
export function EmptyFarm({ today }: { today: string }) {
  const [guided, setGuided] = useState(false)
  return (
    <FirstStart
      guide={guided ? <FirstFarm today={today} onCancel={() => setGuided(false)} /> : null}
      onBegin={() => setGuided(true)}
    />
  )
}
