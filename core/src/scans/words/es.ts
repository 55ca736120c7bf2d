import type { LanguageWords } from './language.js';

export const spanish: LanguageWords = {
  name: 'Spanish',
  status: {
    active:
      'sigue presente|persistente|ahora|estática|estático|actuales|vigente|vigentes|activo|activa|presente|actual|fallido|actualmente presente|presente ahora|activo ahora|actualmente activo|en curso|existente|act|pres',
    stored:
      'desaparecida|desaparecido|pasiva|pasivo|inactiva|inactivo|ausente|memorizado|memorizada|confirmado|confirmada|almacenado|almacenada|guardado|guardada|registrado|en memoria|no presente|no activo|no activa|registrada|grabado|grabada|en memoria solamente|no actual|mem|conf|alm',
    comesAndGoes:
      'temporal|a veces|de forma intermitente|esporádicamente|intermitentemente|va y viene|aparece y desaparece|intermitente|esporádico|esporádica|ocasional|int|espor',
    pending: 'pendiente|provisional|no confirmado|en espera|sin confirmar|pen|pend',
    history:
      'antes|anteriormente|histórico|histórica|historial|pasado|pasada|antiguo|anterior|hist|previamente',
    permanent: 'permanente',
  },
  reach: {
    read: 'encontrada|encontradas|encontrado|encontrados|conexión establecida|comunicó|comunica|positiva|establecida|conectado|conectada|leída|leído|correcta|correcto|responde|ha respondido|respondió|sí|comunicación ok|realizada|terminada|presente|en línea|completa|con éxito|identificada',
    clean:
      'ninguna falla|sin fallas|ningún evento|sin eventos|sin entradas|sin dtc|ningún dtc|sin averías|ninguna avería|sin códigos|ningún código|sin fallos|ningún fallo|sin errores|ningún error|sin avería|ninguna|ninguno|sin defectos|0 averías|no hay averías|no hay fallos|no hay códigos|memoria vacía|vacía|vacío|sin novedad|nada|sin incidencias|sin fallos memorizados|sin averías memorizadas|sin códigos de avería|ningún código de avería|todo correcto|libre de averías|sin registros|no tiene averías|sin anomalías|cero averías|sin problemas|correcto sin averías',
    silent:
      'comunicación fallida|conexión fallida|no se pudo establecer comunicación|no se pudo comunicar|imposible comunicar|sin enlace|no encontrado|no encontrada|no comunicó|sin resp|no alcanzada|no alcanzado|no alcanzadas|no conectado|no conectada|que no responden|sin respuesta|no responde|sin comunicación|no contesta|no ha respondido|no respondió|ninguna respuesta|no comunica|fallo de comunicación|error de comunicación|muda|mudo|sin contacto|sin conexión|no se puede comunicar|sin diálogo|fuera de línea|no accesible|inaccesible|sin señal|comunicación imposible|no hubo respuesta|no hay respuesta|no hay comunicación|no localizada|comunicación perdida|silenciosa',
    notFitted:
      'no montadas|no montados|no instalados|no equipados|no disponible en este vehículo|no disponible en el vehículo|no existe en el vehículo|no montado|no montada|no instalado|no instalada|no equipado|no equipada|unidad no montada|no presente|ausente|no incluido|no equipa|no configurado|no configurada|no existe|inexistente|unidad no instalada|no presente en el vehículo|no lleva|sin este equipo|opción no montada',
    unsupported:
      'no soportado|no soportada|no compatible|no admitido|no admitida|no disponible|no soporta|servicio no soportado|no compatible con este equipo|fuera del alcance del equipo|no legible con este equipo|protocolo no soportado|no cubierta',
    timedOut:
      'tiempo agotado|tiempo de espera agotado|tiempo excedido|timeout|tiempo superado|tiempo de espera superado|se agotó el tiempo|fuera de tiempo|tiempo de respuesta agotado|agotado el tiempo de espera',
    refused:
      'negativa|acceso denegado|petición rechazada|rechazado|rechazada|denegado|respuesta negativa|bloqueado|solicitud rechazada|acceso rechazado|acceso bloqueado|acceso no permitido|seguridad',
    unclear:
      'no leído|no leída|no comprobado|omitido|interrumpido|sin leer|incompleta|error de lectura|ilegible|lectura imposible|no se ha leído',
    holdsCodes:
      'averías presentes|averías detectadas|averías encontradas|fallos presentes|fallos encontrados|con códigos|evento|eventos|falla|fallas|avería|averías|fallo|fallos|con averías|con fallos|nok',
    nothingAnswered:
      'ningún módulo responde|ningún módulo encontrado|sin comunicación con el vehículo|ninguna unidad responde|ninguna centralita responde|ninguna unidad ha respondido',
  },
  label: {
    module:
      'unidad de mando|módulo de control|nombre del módulo|nombre de la unidad|unidad|unidades|unidad de control|unidades de control|módulo|módulos|centralita|centralitas|sistema|sistemas|calculador|origen',
    address: 'dirección|dir',
    code: 'evento|eventos|falla|fallas|código|códigos|avería|averías|código de avería|códigos de avería|fallo|fallos|código de fallo|error|errores|código de error|dtc|cod',
    type: 'subtipo|subcódigo|subcode|sub tipo|tipo|tipo de fallo|tipo de avería|síntoma|clase',
    status: 'estado actual|est|presencia|estado|situación',
    byte: 'byte|bytes',
    count: 'contador|veces|frecuencia|número de|cantidad|nº de|ocurrencias|apariciones',
    text: 'motivo|razón|descripción|texto|significado|denominación|mensaje|observación|nota|detalle',
    result: 'resultado|encontrada|encontrado',
    link: 'contacto|enlace|comunicación|respuesta|conexión|responde',
    total: 'total|suma|en total',
    ident:
      'esquema eléctrico|esquema|boletín|foto|tornillo|grapa|usuario|presupuesto|pedido|por pedir|identificación|referencia|número de pieza|n de pieza|pieza|artículo|número de serie|n de serie|serie|hardware|conector|enchufe|pintura|código de pintura|color|orden|calibración|teléfono|tel|matrícula|llave|factura|ref|plaza|código de radio|orden de trabajo|lote|par de apriete|etiqueta|extensión',
    environment:
      'condiciones ambientales|datos congelados|condiciones|cuadro congelado|entorno|valores medidos|marca de tiempo|condiciones de aparición',
    reader: 'lector|equipo|aparato|herramienta|leído con',
    software: 'software|programa|versión|versión de software',
    date: 'fecha|hora|fecha y hora|impreso|impreso el',
    odometer: 'kilometraje|odómetro|km|kilómetros|distancia',
    supplyVolts: 'tensión|tensión de batería|voltaje|batería|alimentación',
    vin: 'bastidor|número de bastidor|vin|chasis',
    other:
      'vehículo|cliente|técnico|taller|modelo|marca|encendido|página|datos|año|velocidad|temperatura|régimen',
  },
  title:
    'registro|prioridad|sección|capítulo|impresión|tabla|antes de borrar|después de borrar|antes del borrado|después del borrado|antes de la reparación|después de la reparación|paso|ficha|mapa|resultados|autodiagnóstico|lista|escaneo|lectura|resumen|listado|informe|diagnosis|diagnóstico|impreso|leyenda|informe de diagnosis|lectura completa|fin del informe|informe de averías|lecturas|lista de averías|extracto|memorias de avería|diagnosis completa|test rápido|detalle',
  sign: 'alta|media|baja|crítica|grave|leve|gravedad|fin|página|total|memoria|detalles|lectura|memorias',
  now: 'ahora|actualmente|en este momento|actual',
  earlier: 'anteriormente|previamente|antes',
  away: 'inactivo|ausente|pasivo|inactiva|pasiva',
  all: 'todos|todas|ambos|ambas',
  parts: 'piezas|repuestos|recambios',
  without: 'sin|ningún|ninguna|no hay|cero',
  not: 'no|sin|ya no',
  yes: 'sí',
  no: 'no',
  nothing: 'nada',
  failed: 'fallo|error',
  named: 'nombre',
  months: 'ene|feb|mar|abr|may|jun|jul|ago|sep|oct|nov|dic',
  page: 'página|pág',
  within: 'en',
  noLink: 'ningún|sin|no establecida|imposible|ninguna|ninguno|fallida|nula',
  modules: 'módulos|unidades|centralitas|sistemas',
  others: 'resto|el resto|si no|otros|los demás',
  modulesToo: 'teléfono|batería|encendido|llave',
  asking: 'leer|consultar|abrir|inicio|selección|lectura|apertura|conexión|prueba',
  cleared: 'borrados|borradas|borrado|averías borradas',
  business: 'taller|talleres|autoservicio',
  articles: 'el|la|los|las',
  and: 'y|e',
  then: 'luego|también',
  ordinals: 'primero|segundo|tercero|primera|segunda|tercera',
  figures: 'uno|una|un|dos|tres|cuatro|cinco|seis|siete|ocho|nueve|diez',
  verbs: 'muestra|hay|se|indica|contiene|es|está|son|era|dice|ha|han|tiene',
  filler:
    'demás|otras|otros|aparece|ocurre|pero|falla|evento|detectado|detectados|encontrados|leídos|desde|km|siguiente|el|la|los|las|un|una|del|de|al|por|este|esta|con|unidad|módulo|módulos|centralita|vehículo|servicio|es|está|son|ha|hay|en|y|para|equipo|lector|avería|código|códigos|estado|presente|almacenados|almacenado|registrados|memorizados|memorizadas|actualmente|sistema|se|que|espera|comunicación|respuesta|puede|tras|intentos|memoria|averías|fallos|fallo|durante|lectura|ser|tiene|todavía|solo|bus|siguientes|escáner|herramienta|aparato|tester|ahora|actual',
};
