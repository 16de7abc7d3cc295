/** The mixes of the farm, and what each is used for. */
'use client'
import { useTranslations } from 'next-intl'
import { MIX_USES, type Mix, type MixRecipe } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { list } from '../../words/format'
import { recipeWords } from '../../words/mix'
import { Add, Row, Section, Table, TextLink } from './parts'
import './words'

export function Mixes() {
  const t = useTranslations('farmPage')
  const { season, format } = useSeason()
  const usual = season.habits.mix
  const left = MIX_USES.filter((use) => !season.mixes.some(({ uses }) => uses.includes(use)))
  const usedFor = (mix: Mix) => {
    const containers = season.containers.filter((container) => container.mix === mix.key)
    const stages = season.methods.filter(({ stages }) => stages.some((stage) => stage.mix === mix.key))
    const words = [
      ...mix.uses.map((use) => t(`mixUse.${use}`)),
      ...[...containers, ...stages].slice(0, 4).map(({ name }) => name),
    ]
    return words.length === 0 ? t('mixUnused') : list(format, words)
  }
  return (
    <Section id="mixes" title={t('mixes')} tool={<Add href="/farm?new=mix" what={t('aMix')} />}>
      <Table head={[t('mix'), t('madeOf'), t('usedFor'), t('feedLasts')]}>
        {season.mixes.map((mix) => (
          <MixRow key={mix.key} id={mix.key} mix={mix} href={`/farm?mix=${mix.key}`} used={usedFor(mix)} />
        ))}
        {left.length > 0 && (
          <MixRow
            id="usual-mix"
            mix={usual}
            href="/farm?edit=habits"
            used={
              left.length === MIX_USES.length
                ? t('everything')
                : list(
                    format,
                    left.map((use) => t(`mixUse.${use}`)),
                  )
            }
          />
        )}
      </Table>
    </Section>
  )
}

function MixRow({ id, mix, href, used }: { id: string; mix: MixRecipe; href: string; used: string }) {
  const t = useTranslations('farmPage')
  const { format } = useSeason()
  return (
    <Row id={`mix-${id}`}>
      <td>
        <TextLink href={href}>{mix.name}</TextLink>
      </td>
      <td>{recipeWords(format, mix)}</td>
      <td>{used}</td>
      <td className="n">{mix.feedsDays ? t('days', { washDays: String(mix.feedsDays) }) : t('noFeed')}</td>
    </Row>
  )
}
