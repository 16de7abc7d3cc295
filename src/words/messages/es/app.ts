export const app = {
  thisViewCouldNotBe: 'No se pudo mostrar esta vista',
  lookFor: ' (busque {digest})',
  nothingWasLostYourSeason:
    'No se perdió nada: la temporada está en la base de datos, y lo que usted anotó espera en este aparato. La página vuelve sola en cuanto el servidor responda; si sigue así, el registro del servidor dice más{extra}.',
  tryAgain: 'Intentar otra vez',
  theSeasonCouldNotBe: 'No se pudo leer la temporada',
  theServersLogHasMore: ' (el registro del servidor dice más con {digest})',
  theDatabaseDoesNotAnswer:
    'La base de datos no responde ahora. No se perdió nada, y lo que usted anotó espera en este aparato. La página vuelve sola en cuanto responda; si sigue así, detenga la aplicación con Ctrl-C y arránquela de nuevo{extra}.',
  thereIsNoSuchPage: 'Esa página no existe',
  theAddressMayBeMistyped:
    'Quizá la dirección está mal escrita, o se borró aquello a lo que llevaba. No se perdió nada.',
  today: 'Hoy',
  plan: 'Plan',
  farm: 'Finca',
} as const
