/** The same thing in four languages, as stems after `plainWord`: data, so that a beacon finds its code. */
const concepts: Readonly<Record<string, readonly string[]>> = {
  door: ['door', 'tur', 'fahrertur', 'schiebetur', 'porte', 'puerta', 'porti'],
  tail: ['tail', 'ruckl', 'schlussl', 'rearl', 'pilot'],
  fog: ['fog', 'nebel', 'brouill', 'antini'],
  plate: ['plate', 'kennzeich', 'immatric', 'matric'],
  // The lamps of the stability system are the brake control's.
  brake: ['brake', 'brem', 'frein', 'freno', 'stabil', 'fahrdyn', 'estabil'],
  belt: ['belt', 'gurt', 'ceintur', 'cintur'],
  bag: ['bag', 'airbag', 'prallkissen'],
  trailer: ['trail', 'anhang', 'remorq', 'remolq'],
  charge: ['charg', 'lade', 'recharg', 'carga'],
  flap: ['flap', 'klapp', 'trapp', 'tapa'],
  window: ['window', 'fenst', 'vitre', 'ventan'],
  mirror: ['mirror', 'spieg', 'retrovis'],
  seat: ['seat', 'sitz', 'siege', 'asient', 'occup', 'ocupa'],
  locking: ['lock', 'verriegel', 'schloss', 'verrouil', 'cierre', 'cerrad'],
  steering: ['steer', 'lenk', 'volant'],
  daytime: ['dayti', 'tagfahr', 'diurn'],
  indicator: ['indicat', 'blink', 'clignot', 'intermit'],
  headlamp: ['headl', 'scheinw', 'phare', 'faro'],
  socket: ['socket', 'steckd', 'prise', 'enchuf', 'toma'],
  parking: ['park', 'einpark', 'station', 'aparca'],
  engine: ['engin', 'motorst', 'moteur'],
  climate: ['clima', 'klima'],
  impact: ['impact', 'aufprall', 'choc', 'choque'],
  clockspring: ['clocks', 'wickelf', 'tournant', 'girator'],
  body: ['body', 'bordn', 'habita', 'carroc'],
  restraint: ['restra', 'ruckh', 'reten'],
};

const stems = Object.entries(concepts)
  .flatMap(([concept, list]) => list.map((stem) => [stem, concept] as const))
  .sort((a, b) => b[0].length - a[0].length);

/** The concept that a plain word belongs to, or its first five letters. */
export function conceptOf(word: string): string {
  return stems.find(([stem]) => word.startsWith(stem))?.[1] ?? word.slice(0, 5);
}

/** What lies at a place, in words that a code or module may use: data. */
const places: Readonly<Record<string, RegExp>> = {
  rear: /rear|tail|boot|trunk|trailer|heck|hinten|hinter|ruckl|schluss|kennzeich|anhang|arriere|remorq|hayon|coffre|traser|remolq|maleter|plaque/,
  front: /front|bonnet|hood|headl|vorn|scheinw|avant|capot|phare|delant|capo|faro/,
  door: /door|tur|porte|puert|window|mirror|fenst|spieg/,
  roof: /roof|dach|toit|techo|sunroof/,
  floor: /floor|carpet|seat|boden|sitz|plancher|siege|suelo|asient/,
};

/** The patterns of the places that a text names. */
export function placesIn(plain: string): RegExp[] {
  return Object.values(places).filter((pattern) => pattern.test(plain));
}
