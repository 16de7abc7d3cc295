/** A tray on a bench that was chosen: what it is, where it goes next, and where else it may stand. */
'use client'
import CloseIcon from '@mui/icons-material/Close'
import PushPinIcon from '@mui/icons-material/PushPinOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useTranslations } from 'next-intl'
import type { BenchLevel, Piece } from '../../core/benches/placement'
import type { Place, StandsAt } from '../../season/schema'
import { ChoiceField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { count, type Format } from '../../words/format'
import { freeSpots } from './model'
import { NextGhost } from './next-ghost'
import { Link } from '../../ui/navigation'

export function TrayCard({
  piece,
  levels,
  pieces,
  busy,
  onPin,
  onClose,
}: {
  piece: Piece
  levels: readonly BenchLevel[]
  /** All that stands there on the day. */
  pieces: readonly Piece[]
  busy: boolean
  /** Puts it somewhere; nowhere lets it stand where it fits. */
  onPin: (to: Omit<StandsAt, 'place'> | undefined) => void
  onClose: () => void
}) {
  const t = useTranslations('benches')
  const { format, season } = useSeason()
  const spots = freeSpots(levels, pieces, piece)
  return (
    <Box
      data-testid="tray-card"
      sx={{
        mt: 1,
        p: 1.25,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        bgcolor: 'background.paper',
        display: 'flex',
        gap: 1.5,
        alignItems: 'center',
        flexWrap: 'wrap',
      }}
    >
      <StairGlyph batch={piece.standing.batch} />
      <Box sx={{ flex: 1, minWidth: 180 }}>
        <Link
          href={`/plan?batch=${encodeURIComponent(piece.standing.batch.id)}`}
          style={{ color: 'inherit', fontWeight: 700 }}
        >
          {piece.standing.batch.code} {piece.standing.batch.variety.name}
        </Link>
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {t('hereToThen', {
            extra: piece.standing.shared
              ? t('withOfParts', {
                  parts: piece.standing.shared.parts
                    .slice(1)
                    .map(({ batch }) => batch.code)
                    .join(', '),
                })
              : '',
            trays: format.number(piece.standing.stays[0]!.trays),
            container: piece.standing.stays[0]!.container.name,
            trayPlaces: count(format, piece.standing.size, 'trayPlace'),
            from: format.shortDate(piece.standing.from),
            until: format.shortDate(piece.standing.until),
            nextPlace: nextPlace(piece, season.places, format),
          })}
        </Box>
      </Box>
      {piece.standing.shared ? null : piece.standing.pinned ? (
        <Button size="small" variant="outlined" disabled={busy} onClick={() => onPin(undefined)}>
          {t('letItStandWhereIt')}
        </Button>
      ) : (
        <Button
          size="small"
          variant="outlined"
          startIcon={<PushPinIcon />}
          disabled={busy}
          onClick={() =>
            onPin({
              bench: levels[piece.level]!.bench,
              level: levels[piece.level]!.level,
              at: piece.at,
            })
          }
        >
          {t('pinItHere')}
        </Button>
      )}
      <IconButton size="small" aria-label={t('close')} onClick={onClose}>
        <CloseIcon fontSize="small" />
      </IconButton>
      <NextGhost piece={piece} />
      {!piece.standing.shared && spots.length > 0 && (
        <Box sx={{ flexBasis: '100%', display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
          <ChoiceField
            label={t('moveTo')}
            value=""
            none={t('choose')}
            options={spots.map(({ level, name, at }) => [
              String(level),
              t('fromPlace', { name, place: format.number(at + 1) }),
            ])}
            onChange={(level) => {
              const spot = spots.find((one) => String(one.level) === level)
              if (spot) onPin({ bench: levels[spot.level]!.bench, level: levels[spot.level]!.level, at: spot.at })
            }}
          />
          <Box sx={{ fontSize: 13, color: 'text.secondary' }}>{t('orTapAFreePlace')}</Box>
        </Box>
      )}
    </Box>
  )
}

/** Where a batch goes when it leaves. */
function nextPlace({ standing }: Piece, places: readonly Place[], format: Format): string {
  const { batch, until } = standing
  const next = batch.stays.find(({ from }) => from === until)
  if (!next) return format.t('benches.toTheField')
  const place = places[next.place]!.name
  return next.potted ? format.t('benches.intoAndTo', { container: next.container.name, place }) : place
}
