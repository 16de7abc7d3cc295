export { appManifest as default } from '../actions/app-manifest'
