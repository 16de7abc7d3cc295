/** A container: what it holds, drawn to scale from above and cut through one cell. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import { useTranslations } from 'next-intl'
import { brokenBy, ownedOn } from '../../core/capacity/owned'
import { cellVolumeFrom, potsThatFit, STANDARD_FLAT } from '../../core/geometry/container'
import { CONTAINER_KINDS, type Container } from '../../season/schema'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { Broken } from '../../ui/records/broken'
import { UsedBy } from '../../ui/used-by'
import { PanelHead } from './panel-head'
import './words'

export function ContainerEditor({
  stored,
  isNew = false,
  onDone,
}: {
  stored: Container
  isNew?: boolean
  onDone?: (key: string) => void
}) {
  const t = useTranslations('farmPage')
  const { format, season, today } = useSeason()
  const { now: one, put, at, frame, remove, uses } = useThingEditor('containers', stored, '/farm', { isNew, onDone })
  const outline = one.outline ?? {
    length: STANDARD_FLAT.length * Math.max(1, Math.round(one.trayPlaces)),
    width: STANDARD_FLAT.width,
  }
  const { measures } = one
  const reckoned = measures && cellVolumeFrom(measures)
  const fit = measures && one.kind === 'pots' ? potsThatFit(outline, measures.top, measures.shape) : undefined
  const setMeasure = (part: Partial<NonNullable<Container['measures']>>) =>
    put('measures', { shape: 'square', top: 4, bottom: 3, depth: 5, ...measures, ...part })
  const broken = brokenBy(one, season.records, today)
  const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' } as const
  return (
    <EditorFrame
      onPaper
      title={<PanelHead title={one.name} />}
      {...frame}
      more={
        !isNew && (
          <>
            <Broken container={stored} most={ownedOn(stored, season.records, today)} />
            <Button color="error" size="small" onClick={remove}>
              {t('delete')}
            </Button>
          </>
        )
      }
    >
      <ContainerDrawing container={one} />
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5 }}>
        <WordField label={t('name')} value={one.name} onChange={(name) => put('name', name)} error={at('name')} />
        <Box sx={two}>
          <ChoiceField
            label={t('kind')}
            value={one.kind}
            options={CONTAINER_KINDS.map((kind) => [kind, format.t(`words.farm.containerKind.${kind}`)] as const)}
            onChange={(kind) => kind && put('kind', kind)}
            error={at('kind')}
          />
          <NumberField
            label={one.kind === 'pots' ? t('potsInACarrier') : t('cells')}
            value={one.cells}
            onChange={(cells) => cells !== undefined && put('cells', cells)}
            error={at('cells')}
            help={
              fit
                ? t('wouldFitCoveringOfIt', {
                    count: format.number(fit.count),
                    covered: format.number(fit.covered * 100),
                  })
                : undefined
            }
          />
          <NumberField
            label={t('cellsInARow')}
            value={one.rowCells}
            onChange={(cells) => put('rowCells', cells)}
            error={at('rowCells')}
          />
          <NumberField
            label={t('mixInACell')}
            quantity="volume"
            value={one.cellVolume}
            onChange={(ml) => ml !== undefined && put('cellVolume', ml)}
            error={at('cellVolume')}
            help={reckoned !== undefined ? t('itsMeasuresGive', { volume: format.volume(reckoned) }) : undefined}
          />
          <NumberField
            label={t('trayPlacesItTakes')}
            value={one.trayPlaces}
            onChange={(places) => places !== undefined && put('trayPlaces', places)}
            error={at('trayPlaces')}
            help={t('n1IsAStandardFlat')}
          />
          <NumberField
            label={t('owned')}
            value={one.owned}
            onChange={(owned) => put('owned', owned)}
            error={at('owned')}
            help={broken > 0 ? t('brokenSince', { broken: format.number(broken), left: format.number(ownedOn(one, season.records, today) ?? 0) }) : t('emptyAsManyAsIt')} // prettier-ignore
          />
          <NumberField
            label={t('washedAndBackAfter')}
            unit="days"
            value={one.washDays}
            onChange={(days) => days !== undefined && put('washDays', days)}
            error={at('washDays')}
          />
          <NumberField
            label={t('price')}
            value={one.price}
            onChange={(price) => put('price', price)}
            error={at('price')}
          />
          <NumberField
            label={t('lastsFillings')}
            value={one.lasts}
            disabled={one.plantable}
            onChange={(lasts) => put('lasts', lasts)}
            error={at('lasts')}
          />
          {season.mixes.length > 0 && (
            <ChoiceField
              label={t('filledWith')}
              value={one.mix ?? ''}
              none={t('theUsualMix')}
              options={season.mixes.map(({ key, name }) => [key, name] as const)}
              onChange={(mix) => put('mix', mix === '' ? undefined : mix)}
              error={at('mix')}
            />
          )}
          {one.kind === 'break-apart-pack' && (
            <NumberField
              label={t('cellsInAPack')}
              value={one.packCells}
              onChange={(cells) => put('packCells', cells)}
              error={at('packCells')}
              help={t('aPackBreaksOffAnd')}
            />
          )}
        </Box>
        <FormControlLabel
          control={
            <Checkbox size="small" checked={one.plantable} onChange={(_, plantable) => put('plantable', plantable)} />
          }
          label={t('plantedWholeNoPauseWhen')}
        />
        <Box sx={{ fontWeight: 700, mt: 0.5 }}>
          {t('measuresOfOneCell', { kind: one.kind === 'pots' ? 'yes' : 'no' })}
        </Box>
        <Box sx={two}>
          <ChoiceField
            label={t('shape')}
            value={measures?.shape ?? ''}
            none={t('notMeasured')}
            options={[
              ['square', 'square'],
              ['round', 'round'],
            ]}
            onChange={(shape) => (shape === '' ? put('measures', undefined) : setMeasure({ shape }))}
          />
          <NumberField
            label={t('depth')}
            quantity="length"
            value={measures?.depth}
            onChange={(depth) => depth !== undefined && setMeasure({ depth })}
            error={at('measures.depth')}
          />
          <NumberField
            label={t('acrossTheTop')}
            quantity="length"
            value={measures?.top}
            onChange={(top) => top !== undefined && setMeasure({ top })}
            error={at('measures.top')}
          />
          <NumberField
            label={t('acrossTheBottom')}
            quantity="length"
            value={measures?.bottom}
            onChange={(bottom) => bottom !== undefined && setMeasure({ bottom })}
            error={at('measures.bottom')}
          />
          <NumberField
            label={t('wholeTrayLength')}
            quantity="length"
            value={one.outline?.length}
            onChange={(length) => put('outline', length === undefined ? undefined : { ...outline, length })}
            error={at('outline')}
          />
          <NumberField
            label={t('wholeTrayWidth')}
            quantity="length"
            value={one.outline?.width}
            onChange={(width) => put('outline', width === undefined ? undefined : { ...outline, width })}
          />
        </Box>
        <Box>
          {reckoned !== undefined && Math.abs(reckoned - one.cellVolume) > 0.5 && (
            <Button size="small" variant="outlined" onClick={() => put('cellVolume', Math.round(reckoned * 10) / 10)}>
              {t('useForTheMix', { volume: format.volume(reckoned) })}
            </Button>
          )}
          {fit && fit.count > 0 && fit.count !== one.cells && (
            <Button size="small" variant="outlined" sx={{ ml: 1 }} onClick={() => put('cells', fit.count)}>
              {t('usePots', { count: String(fit.count) })}
            </Button>
          )}
        </Box>
      </Box>
      {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut={t('chooseAnotherContainerThereFirst')} />}
    </EditorFrame>
  )
}

const SCALE = 5.6 // px a cm

/** From above and cut through one cell, in the same scale. */
function ContainerDrawing({ container }: { container: Container }) {
  const t = useTranslations('farmPage')
  const { format } = useSeason()
  const { cells, measures, kind } = container
  const outline = container.outline ?? {
    length: STANDARD_FLAT.length * Math.max(1, container.trayPlaces),
    width: STANDARD_FLAT.width,
  }
  const scale = Math.min(SCALE, 300 / outline.length, 170 / outline.width)
  const [length, width] = [outline.length * scale, outline.width * scale]
  const perRow = container.rowCells ?? Math.max(1, Math.round(Math.sqrt((cells * outline.width) / outline.length)))
  const across = Math.max(1, perRow)
  const along = Math.ceil(cells / across)
  const pots =
    kind === 'pots' && measures ? potsThatFit(outline, measures.top, measures.shape).middles.slice(0, cells) : undefined
  const cell = { w: length / along, h: width / across }
  const side = measures && { top: measures.top * scale, bottom: measures.bottom * scale, depth: measures.depth * scale }
  return (
    <Box sx={{ mt: 1 }}>
      <svg
        width={Math.min(380, length + (side ? side.top + 40 : 4))}
        height={Math.max(width, side?.depth ?? 0) + 4}
        role="img"
        aria-label={t('drawnToScaleCells', {
          container: container.name,
          cells: format.number(cells),
          extra: measures ? t('deep', { depth: format.depth(measures.depth) }) : '',
        })}
        style={{ maxWidth: '100%' }}
      >
        <rect
          x={1}
          y={1}
          width={length}
          height={width}
          rx={3}
          fill="var(--ribbon)"
          stroke="currentColor"
          strokeWidth={1.5}
        />
        {kind === 'open-flat'
          ? null
          : pots
            ? pots.map(({ x, y }, i) =>
                measures!.shape === 'round' ? (
                  <circle
                    key={i}
                    cx={1 + x * scale}
                    cy={1 + y * scale}
                    r={(measures!.top * scale) / 2 - 0.75}
                    fill="var(--mui-palette-background-paper)"
                    stroke="currentColor"
                  />
                ) : (
                  <rect
                    key={i}
                    x={1 + (x - measures!.top / 2) * scale + 0.75}
                    y={1 + (y - measures!.top / 2) * scale + 0.75}
                    width={measures!.top * scale - 1.5}
                    height={measures!.top * scale - 1.5}
                    fill="var(--mui-palette-background-paper)"
                    stroke="currentColor"
                  />
                ),
              )
            : Array.from({ length: Math.min(cells, 1200) }, (_, i) => {
                const [col, row] = [Math.floor(i / across), i % across]
                const gap = Math.min(2, cell.w * 0.12, cell.h * 0.12)
                return (
                  <rect
                    key={i}
                    x={1 + col * cell.w + gap / 2}
                    y={1 + row * cell.h + gap / 2}
                    width={cell.w - gap}
                    height={cell.h - gap}
                    rx={Math.min(2, cell.w / 6)}
                    fill="var(--mui-palette-background-paper)"
                    stroke="currentColor"
                    strokeWidth={0.7}
                  />
                )
              })}
        {side && (
          <g transform={`translate(${length + 24} 2)`}>
            <path
              d={`M0 0H${side.top}L${(side.top + side.bottom) / 2} ${side.depth}H${(side.top - side.bottom) / 2}Z`}
              fill="var(--mui-palette-warning-light)"
              stroke="currentColor"
              strokeWidth={1.5}
            />
          </g>
        )}
      </svg>
      <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
        {format.depth(outline.length)} × {format.depth(outline.width)}
        {container.outline ? '' : t('asAStandardFlat')}
        {side ? t('oneCellCutThroughAt') : ''}
      </Box>
    </Box>
  )
}
