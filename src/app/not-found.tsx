import { titled } from '../actions/titled'
import { Nowhere } from './nowhere'

export const generateMetadata = titled('not-here')

export default function NotFound() {
  return <Nowhere />
}
