/** The same thing in nine languages, as stems after `plainWord`: data, so that a beacon finds its code. */
const concepts: Readonly<Record<string, readonly string[]>> = {
  door: [
    'door',
    'tur',
    'fahrertur',
    'schiebetur',
    'porte',
    'puerta',
    'porti',
    'drzwi',
    'portier',
    'porta',
    'dorr',
    'deur',
  ],
  tail: ['tail', 'ruckl', 'schlussl', 'rearl', 'pilot', 'fanal', 'achterl', 'tyln', 'farolim'],
  fog: ['fog', 'nebel', 'brouill', 'antini', 'fendineb', 'mistl', 'przeciwmg', 'nevoeiro', 'dimlj', 'fend'],
  plate: ['plate', 'kennzeich', 'immatric', 'matric', 'targa', 'kentek', 'tablic'],
  // The lamps of the stability system are the brake control's.
  brake: [
    'brake',
    'brem',
    'frein',
    'freno',
    'stabil',
    'fahrdyn',
    'estabil',
    'remm',
    'freni',
    'hamul',
    'travo',
    'broms',
  ],
  belt: ['belt', 'gurt', 'ceintur', 'cintur', 'gordel', 'pas', 'balte'],
  bag: ['bag', 'airbag', 'prallkissen', 'poduszk', 'krock'],
  trailer: [
    'trail',
    'anhang',
    'remorq',
    'remolq',
    'rimorch',
    'trekh',
    'przycz',
    'reboq',
    'slap',
    'hak',
    'dragkr',
  ],
  charge: ['charg', 'lade', 'recharg', 'carga', 'ricaric', 'laad', 'ladow', 'carreg', 'ladd'],
  flap: ['flap', 'klapp', 'trapp', 'tapa', 'sportell', 'klep', 'klapk', 'portinh', 'lucka'],
  window: ['window', 'fenst', 'vitre', 'ventan', 'finestr', 'raam', 'szyb', 'janel', 'fonst'],
  mirror: ['mirror', 'spieg', 'retrovis', 'specch', 'spiegel', 'luster', 'espelh', 'spegel'],
  seat: ['seat', 'sitz', 'siege', 'asient', 'occup', 'ocupa', 'sedil', 'stoel', 'fotel', 'banco', 'sate'],
  locking: [
    'lock',
    'verriegel',
    'schloss',
    'verrouil',
    'cierre',
    'cerrad',
    'serrat',
    'slot',
    'zamek',
    'zamk',
    'fechad',
    'las',
  ],
  steering: ['steer', 'lenk', 'volant', 'sterz', 'stuur', 'kierown', 'direc', 'ratt'],
  daytime: ['dayti', 'tagfahr', 'diurn', 'dagrij', 'dzien', 'varselj'],
  indicator: ['indicat', 'blink', 'clignot', 'intermit', 'frecc', 'richting', 'kierunk', 'pisca'],
  headlamp: ['headl', 'scheinw', 'phare', 'faro', 'koplamp', 'reflekt', 'farol', 'stralkast', 'proje'],
  socket: ['socket', 'steckd', 'prise', 'enchuf', 'toma', 'presa', 'stopcont', 'gniazd', 'tomada', 'uttag'],
  parking: ['park', 'einpark', 'station', 'aparca', 'parche', 'parkeer', 'parkow', 'estacion'],
  engine: ['engin', 'motorst', 'moteur', 'motore', 'silnik', 'motor'],
  climate: ['clima', 'klima', 'klimat', 'airco'],
  impact: ['impact', 'aufprall', 'choc', 'choque', 'urto', 'botsing', 'zderz', 'colis', 'krock'],
  clockspring: ['clocks', 'wickelf', 'tournant', 'girator'],
  body: ['body', 'bordn', 'habita', 'carroc', 'carroz', 'carross', 'nadwoz', 'kaross'],
  restraint: ['restra', 'ruckh', 'reten', 'ritenut', 'rueckh'],
  leveller: ['level', 'leuchtw', 'assiett', 'nivel', 'livell', 'poziom', 'hoogte'],
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
