import { titled } from '../../../../actions/titled'
import { ScanView } from '../../../../features/scan/scan-view'

export const generateMetadata = titled('scan')

export default function ScanPage() {
  return <ScanView />
}
