import { titled } from '../../../../actions/titled'
import { RehearseView } from '../../../../features/rehearse/rehearse-view'

export const generateMetadata = titled('rehearse')

export default function RehearsePage() {
  return <RehearseView />
}
