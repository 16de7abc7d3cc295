/** A block of beds: its name, its paths, what covers it, and where its beds run. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { fieldMap } from '../../core/field/map'
import type { Block, Season } from '../../season/schema'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { PanelTitle } from '../../ui/panel-title'
import { useSeason } from '../../ui/season-context'
import { UsedBy } from '../../ui/used-by'
import { CoverFields } from './cover-fields'
import { degreesOf, headingOf, HEADINGS } from './headings'

/** Where a block lies now, whether or not somebody has placed it. */
function lying(season: Season, block: Block): { east: number; south: number } {
  const [head] = fieldMap(season).blocks.find((one) => one.block.key === block.key)?.corners ?? []
  return block.map ?? { east: Math.round(head?.x ?? 0), south: Math.round(head?.y ?? 0) }
}

export function BlockEditor({
  stored,
  isNew = false,
  onClose,
  onDone,
}: {
  stored: Block
  isNew?: boolean
  onClose: () => void
  onDone?: (key: string) => void
}) {
  const t = useTranslations('field')
  const { season } = useSeason()
  const {
    now: block,
    put,
    at,
    frame,
    remove,
    uses,
  } = useThingEditor('blocks', stored, '/field?tab=beds', { isNew, onDone })
  return (
    <EditorFrame
      onPaper
      title={<PanelTitle title={isNew ? t('newBlock') : block.name} onClose={onClose} />}
      {...frame}
      more={
        !isNew && (
          <Button color="error" size="small" onClick={remove}>
            {t('delete')}
          </Button>
        )
      }
    >
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
        <WordField label={t('name')} value={block.name} onChange={(name) => put('name', name)} error={at('name')} />
        <NumberField
          label={t('pathBetweenBeds')}
          quantity="length"
          value={block.path}
          onChange={(path) => path !== undefined && put('path', path)}
          error={at('path')}
        />
        <Box component="fieldset" sx={{ border: 0, m: 0, p: 0, minWidth: 0 }}>
          <Typography variant="h3" component="legend" sx={{ mb: 1 }}>
            {t('onTheMap')}
          </Typography>
          <ChoiceField
            label={t('bedsRun')}
            value={block.map ? headingOf(block.map.heading) : ''}
            none={t('asDrawn')}
            options={HEADINGS.map((heading) => [heading, t(`headings.${heading}`)] as const)}
            onChange={(to) => put('map', to === '' ? undefined : { ...lying(season, block), heading: degreesOf(to) })}
            error={at('map')}
          />
        </Box>
        <CoverFields
          covers={block.covers}
          none={t('noneOpenField')}
          onChange={(covers) => put('covers', covers)}
          at={(path) => at(`covers${path}`)}
        />
      </Box>
      {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut={t('moveItsBedsToAnother')} />}
    </EditorFrame>
  )
}
