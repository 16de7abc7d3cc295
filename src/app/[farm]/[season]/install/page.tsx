import { titled } from '../../../../actions/titled'
import { InstallView } from '../../../../features/install/install-view'

export const generateMetadata = titled('install')

export default function InstallPage() {
  return <InstallView />
}
