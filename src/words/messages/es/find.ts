export const find = {
  find: 'Buscar',
  findAnything: 'Buscar cualquier cosa',
  whatCanBeFound:
    'Un lote de plantas, especie, semilla, bancal, persona, día (29 abr, semana 18), lo que va mal (frío, pasado) o un ajuste.',
  nothingGoesByThat: 'Nada se llama “{text}”.',
  sow: 'siembra {day}',
  plant: 'trasplante {day}',
  kinds: {
    day: 'Días',
    batch: 'Lotes de plantas',
    kind: 'Especies',
    lot: 'Semillas',
    bed: 'Bancales',
    place: 'Lugares y recipientes',
    method: 'Métodos',
    person: 'Personas',
    view: 'Páginas y ajustes',
  },
  keysTitle: 'Teclas',
} as const
