/** What is noted of what is done with people, files and the server. */

export const AUDITED = [
  'signed-in',
  'sharing-started',
  'sharing-stopped',
  'invited',
  'invitation-withdrawn',
  'joined',
  'role-changed',
  'removed',
  'password-link',
  'left',
  'handed-over',
  'person-deleted',
  'phone-added',
  'phone-joined',
  'phone-removed',
  'thermometer-added',
  'thermometer-removed',
  'broker-set',
  'exported',
  'imported',
  'backup-downloaded',
  'restored',
] as const

export type Audited = (typeof AUDITED)[number]
