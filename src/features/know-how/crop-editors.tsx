/** Pages of the Know-how view: a kind of the library, a crop of the season, and a variety. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { ThingEdit } from '../../actions/change-season'
import { ownCrop } from '../../core/batch/own-crop'
import { libraryKind } from '../../library/library'
import { methodOfSchool, SCHOOLS } from '../../library/schools'
import type { Crop, Variety } from '../../season/schema'
import { usesOf } from '../../season/uses'
import { ChoiceField, WordField } from '../../ui/fields'
import { freeKeyIn, keyOf } from '../../season/keys'
import { useSeason } from '../../ui/season-context'
import { UsedBy } from '../../ui/used-by'
import { useChange } from '../../ui/use-change'
import { needsWords } from '../../words/figures'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { editsToAdd, methodsToAdd, usualSchool } from '../../library/adding'
import { CropCautions, CropTags, FigureSheet } from './figure-sheet'
import { ContainerAges } from './container-ages'
import { KindDrawing } from './kind-drawing'
import { KindYear } from './kind-year'
import { withFigure } from '../../season/figures'
import { MethodStairs } from './method-stairs'
import { plantingsByMethod, withOwnFigure } from './model'
import { PacketSentences } from './packet-sentences'
import { Link, useRouter } from '../../ui/navigation'
import './words'

/** A kind of the library that the season does not have yet. */
export function LibraryPage({ crop }: { crop: Crop }) {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const router = useRouter()
  const { busy, change, failure, problems } = useChange()
  const [chosen, setChosen] = useState<readonly string[]>(() => usualSchool(crop, season))
  const add = async () => {
    if (await change(editsToAdd(season, crop, chosen), t('addedToTheSeason', { crop: crop.name })))
      router.push(`/know-how?crop=${crop.key}`)
  }
  return (
    <Box>
      <Typography variant="h1">{crop.name}</Typography>
      <CropTags crop={crop} />
      {crop.raise && (
        <Typography component="p" sx={{ mt: 1, maxWidth: 640 }}>
          {crop.raise.why}
        </Typography>
      )}
      <CropCautions crop={crop} />
      <Box sx={{ mt: 2, p: 2, border: 1, borderColor: 'divider', borderRadius: 1, bgcolor: 'background.paper' }}>
        <Typography variant="h2">{t('addItToTheSeason')}</Typography>
        <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14, mt: 0.5 }}>
          {t('chooseHowYouWouldRaise')}
        </Typography>
        <SchoolChoices crop={crop} chosen={chosen} onChange={setChosen} />
        {(failure ?? problems[0]) && (
          <Alert severity="error" sx={{ my: 1 }}>
            {failure ?? `${problems[0]!.path} ${problems[0]!.message}`}
          </Alert>
        )}
        <Button variant="contained" startIcon={<AddIcon />} disabled={busy} onClick={() => void add()} sx={{ mt: 1 }}>
          {busy ? t('adding') : t('add', { crop: crop.name })}
        </Button>
      </Box>
      <KindDrawing crop={crop} />
      <FigureSheet crop={crop} readOnly base={{ crop, name: 'library' }} problems={[]} onFigure={() => undefined} />
    </Box>
  )
}

/** The schools, evenly described; those that cannot be followed here say what they need. */
export function SchoolChoices({
  crop,
  chosen,
  onChange,
}: {
  crop: Crop
  chosen: readonly string[]
  onChange: (chosen: readonly string[]) => void
}) {
  const t = useTranslations('knowHow')
  const { season, format } = useSeason()
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', lg: '1fr 1fr' }, columnGap: 2, my: 1 }}>
      {SCHOOLS.map((school) => {
        const made = methodOfSchool(school.key, crop, season)
        const lacks = 'needs' in made
        return (
          <FormControlLabel
            key={school.key}
            disabled={lacks}
            sx={{ alignItems: 'flex-start', mr: 0, py: 0.5 }}
            control={
              <Checkbox
                size="small"
                checked={chosen.includes(school.key)}
                onChange={(_, on) =>
                  onChange(on ? [...chosen, school.key] : chosen.filter((key) => key !== school.key))
                }
              />
            }
            label={
              <Box sx={{ pt: 0.75, lineHeight: 1.3 }}>
                {school.name}
                <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
                  {lacks ? t('notHere', { needs: needsWords(made, format) }) : `${school.gains} ${school.costs}`}
                </Box>
              </Box>
            }
          />
        )
      })}
    </Box>
  )
}

/** A crop of the season. */
export function CropEditor({ stored }: { stored: Crop }) {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const router = useRouter()
  const { now: crop, set, put, at, frame, problems, saving } = useThingEditor('crops', stored, '/know-how')
  const base = libraryKind(crop.kind)
  const [removing, setRemoving] = useState(false)
  const uses = removing ? usesOf(season, 'crops', stored.key) : []
  const blocking = uses.flatMap(({ by, key }) =>
    by === 'varieties' ? usesOf(season, 'varieties', key) : usesOf(season, 'methods', key),
  )
  const remove = async () => {
    if (blocking.length > 0) return
    const edits: ThingEdit[] = [
      ...season.methods
        .filter((method) => method.crop === stored.key)
        .map((from) => ({ of: 'methods' as const, key: from.key, from, to: null })),
      ...season.varieties
        .filter((variety) => variety.crop === stored.key)
        .map((from) => ({ of: 'varieties' as const, key: from.key, from, to: null })),
      { of: 'crops', key: stored.key, from: stored, to: null },
    ]
    if (await saving.change(edits, t('takenOutOfTheSeason', { stored: stored.name }))) router.push('/know-how')
  }
  return (
    <EditorFrame
      title={
        <>
          <Typography variant="h1">{crop.name}</Typography>
          <CropTags crop={crop} />
          <CropCautions crop={crop} />
        </>
      }
      {...frame}
      more={
        <Button
          color="error"
          size="small"
          onClick={() => (removing && blocking.length === 0 ? void remove() : setRemoving(true))}
        >
          {removing && blocking.length === 0 ? t('deleteItWithItsVarieties') : t('deleteFromTheSeason')}
        </Button>
      }
    >
      <KindYear crop={stored} />
      <KindDrawing crop={crop} />
      <ContainerAges crop={crop} />
      <Varieties crop={stored} />
      <Methods crop={stored} />
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, mt: 3 }}>
        <WordField label={t('name')} value={crop.name} onChange={(name) => put('name', name)} error={at('name')} />
        <WordField
          label={t('family')}
          value={crop.family ?? ''}
          onChange={(family) => put('family', family === '' ? undefined : family)}
        />
      </Box>
      <PacketSentences packet={crop.packet} onChange={(packet) => put('packet', packet)} />
      <FigureSheet
        crop={crop}
        base={base && { crop: base.crop, name: 'library' }}
        problems={problems}
        onFigure={(path, value) => set(withFigure(crop, path, value))}
      />
      {removing && blocking.length > 0 && (
        <UsedBy what={stored.name} uses={blocking} wayOut={t('removeOrMoveThoseFirst')} />
      )}
    </EditorFrame>
  )
}

function Varieties({ crop }: { crop: Crop }) {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const { change, busy } = useChange()
  const [name, setName] = useState('')
  const own = season.varieties.filter((variety) => variety.crop === crop.key)
  const add = async () => {
    const said = name.trim()
    const key = freeKeyIn(season.varieties, keyOf(said))
    if (
      said &&
      (await change(
        [{ of: 'varieties', key, from: null, to: { key, crop: crop.key, name: said } }],
        t('added', { said }),
      ))
    )
      setName('')
  }
  return (
    <Box component="section" sx={{ mt: 3 }}>
      <Typography variant="h2">{t('varieties')}</Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, mt: 0.5 }}>
        {own.map((variety) => (
          <Box component="li" key={variety.key} sx={{ py: 0.4 }}>
            <MuiLink component={Link} href={`/know-how?variety=${variety.key}`}>
              {variety.name}
            </MuiLink>
            {variety.overrides && (
              <Box component="span" sx={{ color: 'text.secondary', fontSize: 14 }}>
                {' '}
                {t('withFiguresOfItsOwn')}
              </Box>
            )}
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, mt: 1, maxWidth: 420 }}>
        <WordField label={t('newVariety')} value={name} onChange={setName} />
        <Button variant="outlined" disabled={busy || name.trim() === ''} onClick={() => void add()}>
          {t('add2')}
        </Button>
      </Box>
    </Box>
  )
}

function Methods({ crop }: { crop: Crop }) {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const { change, busy } = useChange()
  const [open, setOpen] = useState(false)
  const [chosen, setChosen] = useState<readonly string[]>([])
  const own = useMemo(() => season.methods.filter((method) => method.crop === crop.key), [season.methods, crop.key])
  const used = useMemo(() => plantingsByMethod(season), [season])
  const add = async () => {
    if (await change(methodsToAdd(season, crop, chosen), t('growingMethodsForAdded', { crop: crop.name }))) {
      setOpen(false)
      setChosen([])
    }
  }
  return (
    <Box component="section" sx={{ mt: 3 }}>
      <Typography variant="h2">{t('growingMethods')}</Typography>
      {own.length > 0 ? (
        <MethodStairs methods={own} used={used} />
      ) : (
        <Box sx={{ color: 'text.secondary', mt: 0.5 }}>{t('noneYetChooseAtLeast')}</Box>
      )}
      {open ? (
        <Box sx={{ mt: 1, p: 1.5, border: 1, borderColor: 'divider', borderRadius: 1, bgcolor: 'background.paper' }}>
          <SchoolChoices crop={crop} chosen={chosen} onChange={setChosen} />
          <Button variant="contained" size="small" disabled={busy || chosen.length === 0} onClick={() => void add()}>
            {t('addOfExtra', {
              extra: chosen.length > 1 ? t('ways', { chosen: String(chosen.length) }) : t('thisWay'),
            })}
          </Button>
          <Button size="small" color="inherit" onClick={() => setOpen(false)} sx={{ ml: 1 }}>
            {t('cancel')}
          </Button>
        </Box>
      ) : (
        <Button size="small" startIcon={<AddIcon />} onClick={() => setOpen(true)} sx={{ mt: 0.5 }}>
          {t('addReadyMadeMethods')}
        </Button>
      )}
    </Box>
  )
}

/** A variety: its own figures over those of its crop. */
export function VarietyEditor({ stored }: { stored: Variety }) {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const crop = season.crops.find(({ key }) => key === stored.crop)!
  const {
    now: variety,
    set,
    put,
    at,
    frame,
    problems,
    remove,
    uses,
  } = useThingEditor('varieties', stored, `/know-how?crop=${stored.crop}`)
  const own = useMemo(() => ownCrop(crop, variety), [crop, variety])
  return (
    <EditorFrame
      title={
        <>
          <MuiLink component={Link} href={`/know-how?crop=${crop.key}`} color="text.secondary" sx={{ fontSize: 14 }}>
            {crop.name}
          </MuiLink>
          <Typography variant="h1">{variety.name}</Typography>
          <Typography component="p" sx={{ mt: 0.5, color: 'text.secondary', maxWidth: 640 }}>
            {t('whatYouChangeHereHolds', { crop: crop.name })}
          </Typography>
        </>
      }
      {...frame}
      more={
        <Button color="error" size="small" onClick={remove}>
          {t('deleteVariety')}
        </Button>
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, mt: 2 }}>
        <WordField label={t('name')} value={variety.name} onChange={(name) => put('name', name)} error={at('name')} />
        {crop.seasonGroups.length > 0 && (
          <ChoiceField
            label={t('seasonGroup')}
            value={variety.seasonGroup ?? ''}
            none={t('notGiven')}
            options={crop.seasonGroups.map(({ name }) => [name, name] as const)}
            onChange={(group) => put('seasonGroup', group === '' ? undefined : group)}
            help={crop.seasonGroups.find(({ name }) => name === variety.seasonGroup)?.note}
          />
        )}
      </Box>
      <Box sx={{ mt: 1.5 }}>
        <WordField
          label={t('note')}
          value={variety.note ?? ''}
          lines={2}
          onChange={(note) => put('note', note === '' ? undefined : note)}
        />
      </Box>
      <PacketSentences
        packet={variety.overrides?.packet ?? crop.packet}
        onChange={(packet) => set(withOwnFigure(variety, 'packet', packet))}
      />
      <FigureSheet
        crop={own}
        variety={variety}
        base={{ crop, name: 'crop' }}
        problems={problems}
        onFigure={(path, value) => set(withOwnFigure(variety, path, value))}
      />
      {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut={t('chooseAnotherVarietyThereOr')} />}
    </EditorFrame>
  )
}
