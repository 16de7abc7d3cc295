/** The way into an empty database: import, or the guided start. */
'use client'
import { useState } from 'react'
import { FirstStart } from '../features/farm-page/first-start'
import { FirstFarm } from '../features/first-farm/first-farm'

export function EmptyFarm({ year }: { year: number }) {
  const [guided, setGuided] = useState(false)
  return (
    <FirstStart
      guide={guided ? <FirstFarm year={year} onCancel={() => setGuided(false)} /> : null}
      onBegin={() => setGuided(true)}
    />
  )
}
