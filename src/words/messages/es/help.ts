export const help = {
  guide: 'Guía',
  pages: 'Páginas de la guía',
  searchTheGuide: 'Buscar en la guía',
  nothingFound: 'Ninguna página dice «{asked}».',
  moreInTheGuide: 'Más en la guía',
  close: 'Cerrar',
  tour: 'Primer recorrido',
  goOnWithTheTour: 'Seguir el recorrido',
  newHere: '¿Es nuevo aquí? Un recorrido de seis pasos muestra dónde está cada cosa.',
  notNow: 'Ahora no',
  stepOf: 'Paso {at} de {of}',
  leaveTour: 'Cerrar',
  showIt: 'Mostrar',
  back: 'Atrás',
  next: 'Siguiente',
  end: 'Listo',
  steps: {
    today: {
      title: 'Lo que toca',
      say: 'El trabajo está en el orden en que se camina, lugar por lugar. Marque lo que se hizo según el plan; «Otra cosa» es para lo que pasó de verdad. Lo atrasado se queda aquí hasta que se haga.',
    },
    batch: {
      title: 'Una siembra',
      say: 'Dónde está, qué sigue y si llegará a tiempo. Cuéntela en el dibujo de su bandeja: dice qué hacer si salieron pocas.',
    },
    plan: {
      title: 'Toda la temporada',
      say: 'Cada lote es una escalera, contada hacia atrás desde su día de plantación. Arrastre el cuerpo para plantar otro día, el pie para sembrar otro día.',
    },
    benches: {
      title: '¿Hay sitio?',
      say: 'Rojo es de más: sitio, calor, bandejas u horas. «Make it fit» busca los menos cambios que lo arreglan, cada uno con su razón.',
    },
    sowing: {
      title: 'Un día de trabajo en una hoja',
      say: 'Qué llenar, cuánto de qué mezcla, etiquetas, adónde va todo y lo que falta antes de empezar. Se imprime en una página.',
    },
    buying: {
      title: 'Qué comprar y cuándo',
      say: 'Lo que la temporada necesita además de lo que hay, en los paquetes más baratos. Eso es todo: «?» en cada página dice para qué sirve.',
    },
  },
} as const
