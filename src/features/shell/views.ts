/** The views, and which of them stand at the foot of a phone. */
import CalendarIcon from '@mui/icons-material/EventNoteOutlined'
import BenchIcon from '@mui/icons-material/TableRowsOutlined'
import FieldIcon from '@mui/icons-material/YardOutlined'
import FarmIcon from '@mui/icons-material/HomeWorkOutlined'
import KnowIcon from '@mui/icons-material/MenuBookOutlined'
import JournalIcon from '@mui/icons-material/HistoryEduOutlined'
import ScanIcon from '@mui/icons-material/QrCodeScanner'
import LabelIcon from '@mui/icons-material/LocalOfferOutlined'
import SeedIcon from '@mui/icons-material/GrainOutlined'
import StairIcon from '@mui/icons-material/StairsOutlined'

export const VIEWS = [
  { href: '/today', name: 'today', Icon: CalendarIcon },
  { href: '/plan', name: 'plan', Icon: StairIcon },
  { href: '/benches', name: 'benches', Icon: BenchIcon },
  { href: '/field', name: 'field', Icon: FieldIcon },
  { href: '/seed', name: 'seed', Icon: SeedIcon },
  { href: '/labels', name: 'labels', Icon: LabelIcon },
  { href: '/scan', name: 'scan', Icon: ScanIcon },
  { href: '/know-how', name: 'know-how', Icon: KnowIcon },
  { href: '/journal', name: 'journal', Icon: JournalIcon },
  { href: '/farm', name: 'farm', Icon: FarmIcon },
] as const

/** What the crew needs at hand; the rest is one tap further. */
export const AT_FOOT: ReadonlySet<string> = new Set(['/today', '/plan', '/benches', '/field', '/scan'])

export type View = (typeof VIEWS)[number]
