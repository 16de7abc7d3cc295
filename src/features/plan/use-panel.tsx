/** What is open beside the plan, and what its forms save. */
'use client'
import { useSearchParams } from 'next/navigation'
import { useCallback, useEffect, useRef, useState, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { withSaid } from '../../core/batch/one-of-series'
import type { Batch } from '../../core/batch/batch'
import type { Planting, Season } from '../../season/schema'
import type { Problem } from '../../season/read'
import { useNotice } from '../../ui/notice'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { useUndo } from '../../ui/undo-context'
import type { ChangeResult } from '../../actions/change-season'
import { summaryOf, type PlantingEdit } from './saving'
import { BatchCard, type BatchCardProps } from './batch-card'
import { OnePanel } from './one-panel'
import { formOf, withOneDropped } from './planting-form'
import { movedBy } from './dragging'
import { plantingEdits } from '../../ui/moves'
import { PlantingPanel } from './planting-panel'
import { StandCard } from './stand-card'
import { troubleWords } from '../../ui/call-server'
import { useChangeSeason, useSaidToWait } from '../../ui/plan-changes/use-change-season'
import { firstBatch, newForm, remedied, staleWords } from './panels'
import { useAt } from '../../ui/navigation'

/** The planting that is being edited: it stays on the screen even when someone else removes it meanwhile. */
function useEdited(season: Season, key: string | null): Planting | undefined {
  const edited = key === null ? undefined : season.plantings.find((planting) => planting.key === key)
  const [remembered, setRemembered] = useState<Planting>()
  if (edited && edited !== remembered) setRemembered(edited)
  return edited ?? (remembered?.key === key ? remembered : undefined)
}

/** What an open form began from. */
interface Begun {
  /** Which form. */
  form: string
  planting: Planting
  /** `undefined` once its reader was told that others have changed it: then saving has the last word. */
  version: number | null | undefined
}

/** Remembers what the open form began from: others may change it while somebody types, and who saves then is told. */
function useBegun(
  edit: string | null,
  one: string | null,
  planting: Planting | undefined,
  version: number | null,
): [Begun | undefined, () => void] {
  const form = edit !== null ? `edit ${edit}` : one !== null ? `one ${one}` : undefined
  const [begun, setBegun] = useState<Begun>()
  if (form === undefined ? begun !== undefined : planting !== undefined && begun?.form !== form)
    setBegun(form === undefined ? undefined : { form, planting: planting!, version })
  const told = () => setBegun((now) => now && { ...now, version: undefined })
  return [begun, told]
}

/** What of the address says what the panel shows. */
const PANEL = ['batch', 'new', 'edit', 'one', 'from']

/** What of the address as it is now says what the panel shows. */
function panelOf(address: string): string {
  const params = new URLSearchParams(address)
  return PANEL.map((name) => params.get(name) ?? '').join('\n')
}

/**
 * The address's parameters, and what was just asked for before the address has caught up with it: the address changes
 * in a transition, and until it has, the panel before would still take the next press.
 */
function useAddressNow(): [URLSearchParams, (text: string) => void] {
  const params = useSearchParams()
  const now = params.toString()
  const [seen, setSeen] = useState(now)
  const [asked, ask] = useState<string>()
  if (seen !== now) {
    setSeen(now)
    ask(undefined)
  }
  // Going back takes back what was asked for, also where the address never was seen to follow it.
  useEffect(() => {
    const gone = () => ask(undefined)
    window.addEventListener('popstate', gone)
    return () => window.removeEventListener('popstate', gone)
  }, [])
  return [asked === undefined ? params : new URLSearchParams(asked), ask]
}

/** What the side panel shows: held in the address, so that links, reload and the back button work. */
export function usePanel() {
  const t = useTranslations('plan')
  const { plan, season, data, format } = useSeason()
  const day = useWorkingDay()
  const [params, ask] = useAddressNow()
  const notice = useNotice()
  const { undo } = useUndo()
  const changeSeason = useChangeSeason()
  const saidToWait = useSaidToWait()
  const [busy, start] = useTransition()
  const [problems, setProblems] = useState<Problem[]>([])
  const [failure, setFailure] = useState<string>()

  const editId = params.get('edit')
  const oneId = params.get('one')
  const batchId = params.get('batch')
  const planting = useEdited(season, editId)
  const versionOf = (key: string) => data.versions[`plantings/${key}`] ?? null
  const formed = planting ?? plan.byId.get(oneId ?? '')?.planting
  const [begun, told] = useBegun(editId, oneId, formed, versionOf(formed?.key ?? ''))

  const at = useAt()
  const open = useCallback(
    (query: Record<string, string>) => {
      setProblems([])
      setFailure(undefined)
      // What the chart shows stays as it is; only the panel is another.
      const address = new URLSearchParams(window.location.search)
      for (const name of PANEL) address.delete(name)
      for (const [name, value] of Object.entries(query)) address.set(name, value)
      const text = address.toString()
      ask(text)
      window.history.pushState(null, '', at(text ? `/plan?${text}` : '/plan'))
    },
    [at, ask],
  )
  const close = useCallback(() => open({}), [open])
  const choose = useCallback((id: string) => open({ batch: id }), [open])

  const save = (edits: PlantingEdit[], then: string | undefined, loud = false) =>
    start(async () => {
      const fail = (text: string) => (loud ? notice({ text, tone: 'error' }) : setFailure(text))
      setProblems([])
      setFailure(undefined)
      const shown = panelOf(window.location.search)
      const things = edits.map((edit) => ({ of: 'plantings' as const, ...edit }))
      // Whoever has opened something else meanwhile keeps it open.
      const goOn = () => panelOf(window.location.search) === shown && open(then === undefined ? {} : { batch: then })
      const called = await changeSeason(things, summaryOf(edits, season, format))
      if ('waits' in called) {
        saidToWait(called.waits)
        goOn()
        return
      }
      if (!called.ok) return fail(troubleWords(called, format))
      const result: ChangeResult = called.answer
      if (result.ok) {
        const { entry } = result
        notice({ text: result.summary, action: { label: t('undo'), run: () => undo(entry) } })
        goOn()
      } else if (result.reason === 'wrong') {
        if (loud) fail(t('nothingWasSaved', { message: result.problems[0]!.message }))
        else setProblems(result.problems)
      } else if (result.reason === 'stale') {
        fail(staleWords(result, edits, begun ? { plantings: [begun.planting] } : season, format))
        told()
      } else if (result.reason === 'used') fail(t('somethingStillUsesWhatWould'))
      else fail(t('thereIsNoSeasonTo'))
    })

  // What hangs on a bed that this planting leaves later moves with it.
  const saveOne = (planting: Planting, then: string | undefined, loud = false) => {
    const { edits } = plantingEdits(season, plan, planting)
    save(
      edits.map(({ key, to }) => {
        const seen = begun?.planting.key === key ? begun.version : undefined
        return { key, to: to as Planting | null, version: seen === undefined ? versionOf(key) : seen }
      }),
      then,
      loud,
    )
  }

  let content: React.ReactNode = null
  let chosen = batchId
  const batch: Batch | undefined = batchId === null ? undefined : plan.byId.get(batchId)
  if (params.get('new') !== null) {
    const source = season.plantings.find(({ key }) => key === params.get('from'))
    content = (
      <PlantingPanel
        key={`new ${params.get('from') ?? ''}`}
        title={source ? t('anotherLikeIt') : t('newPlanting')}
        start={newForm(season, source, day, format.units)}
        base={undefined}
        busy={busy}
        problems={problems}
        failure={failure}
        onClose={close}
        onSave={(planting) => save([{ key: planting.key, to: planting, version: null }], firstBatch(planting))}
      />
    )
  } else if (editId !== null) {
    if (planting) {
      chosen = firstBatch(planting) ?? null
      content = (
        <PlantingPanel
          key={`edit ${editId}`}
          title={t('changeIt', { planting: planting.code })}
          start={formOf(planting, format.units)}
          base={planting}
          busy={busy}
          problems={problems}
          failure={failure}
          onClose={() => open(chosen ? { batch: chosen } : {})}
          onSave={(next) => saveOne(next, firstBatch(next))}
        />
      )
    }
  } else if (oneId !== null) {
    const one = plan.byId.get(oneId)
    chosen = oneId
    if (one)
      content = (
        <OnePanel
          key={oneId}
          batch={one}
          busy={busy}
          failure={failure ?? problems[0]?.message}
          onClose={() => open({ batch: oneId })}
          onSave={(next) => saveOne(next, oneId)}
        />
      )
  } else if (batch) {
    const { planting } = batch
    const remedy: BatchCardProps['onRemedy'] = (found) => {
      const next = remedied(batch, found)
      if (next) saveOne(next, batch.id)
    }
    content = (
      <BatchCard
        batch={batch}
        busy={busy}
        onClose={close}
        onEdit={(one) => open(one ? { one: batch.id } : { edit: planting.key })}
        onDuplicate={() => open({ new: '1', from: planting.key })}
        onRemove={(one) =>
          one
            ? saveOne(withOneDropped(planting, batch.n), undefined)
            : save([{ key: planting.key, to: null, version: versionOf(planting.key) }], undefined)
        }
        onRemedy={remedy}
        onDecide={(decision) => saveOne(withSaid(planting, batch.n, decision), batch.id)}
        onMove={(days) => saveOne(movedBy(batch, 'plant', days), batch.id)}
      />
    )
  } else if (batchId !== null) {
    const stand = plan.inPlace.find(({ id }) => id === batchId)
    if (!stand) chosen = null
    else {
      const { planting } = stand
      content = (
        <StandCard
          stand={stand}
          busy={busy}
          onClose={close}
          onEdit={() => open({ edit: planting.key })}
          onDuplicate={() => open({ new: '1', from: planting.key })}
          onRemove={(one) =>
            one
              ? saveOne(withOneDropped(planting, stand.n), undefined)
              : save([{ key: planting.key, to: null, version: versionOf(planting.key) }], undefined)
          }
        />
      )
    }
  }
  // A stair that was dragged has no panel to say in what went wrong: a notice does.
  const keepRef = useRef<(planting: Planting, id: string) => void>(() => undefined)
  useEffect(() => {
    keepRef.current = (planting, id) => saveOne(planting, id, true)
  })
  const keep = useCallback((planting: Planting, id: string) => keepRef.current(planting, id), [])
  return { content, shows: params.toString(), chosen, open, close, choose, keep }
}
