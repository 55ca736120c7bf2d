/**
 * The words that reports use around their codes, in English, German, French and Spanish: data, compared
 * after `plainWord` (lower case, no accents).
 */
import { wordTable } from '../codes/index.js';

/** "This module holds no codes." */
export const noCodes =
  /^(?:ok|pass(?:ed)?|none|clear|no (?:dtcs?|codes?|faults?|errors?|trouble codes?|fault codes?)(?: (?:found|stored|present|detected))?|0 (?:dtcs?|codes?|faults?|errors?|fehler|defauts?|fallos?|averias?)|(?:keine?|0) (?:fehler|fehlercodes?|eintrage|eintraege|storungen|fehlereintrage)(?: (?:gespeichert|vorhanden|gefunden|abgelegt))?|in ordnung|i\.?o\.?|(?:aucun|0|pas de|sans) (?:defauts?|codes?(?: defauts?)?)(?: (?:present|memorise|enregistre))?|(?:sin|ningun|0) (?:fallos?|codigos?|averias?|errores|codigos de fallo)(?: (?:almacenados?|registrados?))?)$/;

/** "This module was asked and did not answer." */
export const silent =
  /^(?:no (?:response|communication|answer|comm|reply)|not responding|does not respond|(?:communication|comm) (?:failed|error|fault)|silent|n\/?r|time-?out|offline|keine (?:antwort|kommunikation|verbindung|reaktion)|antwortet nicht|nicht erreichbar|(?:pas de|aucune) (?:reponse|communication)|ne repond pas|muet|sin (?:respuesta|comunicacion)|no responde)$/;

/** "This reader cannot reach it": a third thing, neither silent nor clean. */
export const unsupported =
  /^(?:not supported(?: by (?:this )?(?:reader|tool|device))?|unsupported|not available (?:in|on|with) (?:this )?(?:reader|tool|device)|n\/?s|nicht unterstutzt(?: .*)?|wird nicht unterstutzt(?: .*)?|von diesem gerat nicht unterstutzt|non (?:supporte|pris en charge)(?: .*)?|no (?:soportado|compatible|admitido)(?: .*)?)$/;

/** "Nothing answered at all." */
export const nothingAnswered =
  /^(?:no (?:modules?|ecus?|control units?|units?) (?:answered|responded|responding|found|detected)|no (?:vehicle )?(?:connection|communication)(?: (?:to|with) (?:the )?vehicle)?|(?:kein steuergerat antwortet|keine verbindung zum fahrzeug|keine steuergerate gefunden)|(?:aucun calculateur (?:ne repond|trouve)|pas de communication avec le vehicule)|(?:ningun modulo (?:responde|encontrado)|sin comunicacion con el vehiculo))$/;

/** Words that may stand before a module's name in a heading. */
export const moduleLabel =
  /^(?:(?:control )?(?:module|modul|unit)|ecu|system|steuergerat|stg|calculateur|boitier|systeme|unidad(?: de control)?|modulo|sistema|centralita)\s*(?:no\.?|nr\.?|n°|#)?\s*[:=]?\s+/i;

/** Words that may stand before a code and are no module's name. */
export const codeLabel =
  /^(?:(?:fault|trouble|error)?\s*codes?|dtcs?|faults?|errors?|fehler(?:codes?|nummer|eintrag)?|code[s]? defauts?|defauts?|codigos?(?: de (?:fallo|averia))?|fallos?|averias?)?\s*(?:no\.?|nr\.?|n°|#)?\s*\d*\s*[.):=-]*$/;

/** Labels of a heading's own fields; what follows them is no code. */
export const metaLabels: Readonly<
  Record<string, 'reader' | 'readerSoftware' | 'date' | 'odometer' | 'supplyVolts' | 'other'>
> = wordTable({
  reader: 'reader',
  'scan reader': 'reader',
  tool: 'reader',
  device: 'reader',
  'scan tool': 'reader',
  'read with': 'reader',
  lesegerat: 'reader',
  gerat: 'reader',
  tester: 'reader',
  diagnosegerat: 'reader',
  lecteur: 'reader',
  appareil: 'reader',
  outil: 'reader',
  lector: 'reader',
  equipo: 'reader',
  aparato: 'reader',
  software: 'readerSoftware',
  'reader software': 'readerSoftware',
  sw: 'readerSoftware',
  version: 'readerSoftware',
  softwarestand: 'readerSoftware',
  logiciel: 'readerSoftware',
  programa: 'readerSoftware',
  date: 'date',
  'date/time': 'date',
  'date and time': 'date',
  time: 'date',
  datum: 'date',
  zeit: 'date',
  uhrzeit: 'date',
  fecha: 'date',
  hora: 'date',
  heure: 'date',
  'read at': 'date',
  read: 'date',
  gelesen: 'date',
  'scan date': 'date',
  odometer: 'odometer',
  mileage: 'odometer',
  distance: 'odometer',
  odo: 'odometer',
  kilometerstand: 'odometer',
  'km-stand': 'odometer',
  laufleistung: 'odometer',
  kilometrage: 'odometer',
  odometro: 'odometer',
  kilometraje: 'odometer',
  km: 'odometer',
  voltage: 'supplyVolts',
  'battery voltage': 'supplyVolts',
  'supply voltage': 'supplyVolts',
  battery: 'supplyVolts',
  supply: 'supplyVolts',
  batteriespannung: 'supplyVolts',
  bordspannung: 'supplyVolts',
  spannung: 'supplyVolts',
  batterie: 'supplyVolts',
  'tension batterie': 'supplyVolts',
  tension: 'supplyVolts',
  voltaje: 'supplyVolts',
  'tension de bateria': 'supplyVolts',
  bateria: 'supplyVolts',
  ubat: 'supplyVolts',
  vin: 'other',
  fin: 'other',
  fahrgestellnummer: 'other',
  bastidor: 'other',
  chassis: 'other',
  vehicle: 'other',
  car: 'other',
  fahrzeug: 'other',
  vehicule: 'other',
  vehiculo: 'other',
  plate: 'other',
  kennzeichen: 'other',
  immatriculation: 'other',
  matricula: 'other',
  customer: 'other',
  kunde: 'other',
  client: 'other',
  cliente: 'other',
  technician: 'other',
  mechaniker: 'other',
  technicien: 'other',
  tecnico: 'other',
  shop: 'other',
  workshop: 'other',
  werkstatt: 'other',
  garage: 'other',
  atelier: 'other',
  taller: 'other',
  phone: 'other',
  tel: 'other',
  telefon: 'other',
  telephone: 'other',
  telefono: 'other',
  page: 'other',
  seite: 'other',
  pagina: 'other',
  'part no': 'other',
  'part number': 'other',
  part: 'other',
  'p/n': 'other',
  pn: 'other',
  teilenummer: 'other',
  'teile-nr': 'other',
  reference: 'other',
  referencia: 'other',
  serial: 'other',
  'serial no': 'other',
  'serial number': 'other',
  seriennummer: 'other',
  hardware: 'other',
  hw: 'other',
  'software no': 'other',
  'software number': 'other',
  'sw no': 'other',
  'hw no': 'other',
  job: 'other',
  order: 'other',
  auftrag: 'other',
  model: 'other',
  make: 'other',
  year: 'other',
  modell: 'other',
  address: 'other',
  adresse: 'other',
  direccion: 'other',
  ignition: 'other',
  zundung: 'other',
  modules: 'other',
  'modules found': 'other',
  total: 'other',
  'total codes': 'other',
  gesamt: 'other',
  summe: 'other',
  codes: 'other',
  dump: 'other',
  data: 'other',
  daten: 'other',
});

/** Column headers of tables. */
export const columnLabel =
  /^(?:modules?|ecus?|units?|control unit|systems?|steuergerate?|calculateurs?|modulos?|unidad|sistema|systeme|codes?|dtcs?|faults?|fault code|trouble code|fehler|fehlercode|defaut|codigo|fallo|stat(?:us|e)?|st|zustand|etat|estado|description|desc|text|meaning|beschreibung|bezeichnung|libelle|descripcion|texto|type|ft|ftb|failure type|symptom|fehlerart|typ|tipo|no\.?|nr\.?|#|count|address|addr)$/;

/** Titles, section names and closing lines that carry no finding. */
export const title =
  /(?:\b(?:report|protocol|summary|overview|end of|scan|diagnos\w*|total|sum of|page|printed|fehlerprotokoll|protokoll|bericht|ende|zusammenfassung|gesamt|rapport|resume|fin du|informe|resumen|fin del|fault memory|fehlerspeicher|memoire|memoria|trouble codes?)\b)/;

/** "3 codes", "2 Fehler": a count in a heading. */
export const count =
  /(?:^|[\s,–—-]+|\()\s*\d+\s*(?:x\s*)?(?:dtcs?|codes?|faults?|errors?|entries|fehler(?:codes?|eintrage)?|eintrage?|defauts?|codes? defauts?|fallos?|codigos?|averias?|errores)(?:\s+(?:found|stored|gefunden|gespeichert))?\)?/i;

/** Any word that a module's state begins with: a quick look before the whole phrases. */
export const stateHint =
  /(?:^|[^a-z])(?:ok|pass(?:ed)?|none|clear|no|0|keine?|in ordnung|i\.?o|aucune?|pas|sans|sin|ningun|not|does|comm(?:unication)?|silent|n\/?[rs]|time-?out|offline|antwortet|nicht|ne|muet|unsupported|wird|von|non)(?![a-z])/;

/** A count of codes at the start of a line, or in it. */
export const countedCodes =
  /\b\d+\s+(?:dtcs?|codes?|faults?|fehler\w*|defauts?|fallos?|errors?|codigos?|averias?)\b/;

/** What a line starts with that can only be a module's heading. */
export const headingLabel =
  /^(?:(?:address|adresse|addr|adr|direccion) [0-9a-f]{2}\b|module|modul|ecu|control (?:module|unit)|steuergerat|calculateur|modulo|unidad de control|centralita|unit)\b/;

/** Labels of the lines that follow a code in a record. */
export const codeField: Readonly<Record<string, 'text' | 'type'>> = wordTable({
  description: 'text',
  text: 'text',
  meaning: 'text',
  fault: 'text',
  details: 'text',
  beschreibung: 'text',
  bezeichnung: 'text',
  fehlertext: 'text',
  libelle: 'text',
  intitule: 'text',
  descripcion: 'text',
  texto: 'text',
  'failure type': 'type',
  'fault type': 'type',
  ftb: 'type',
  symptom: 'type',
  fehlerart: 'type',
  'type de defaut': 'type',
  'tipo de fallo': 'type',
});

/** `Fault codes: 2`: how many codes follow for the module above; 0 says that it holds none. */
export const codeCount =
  /^(?:(?:number of |total )?(?:fault |trouble |error )?(?:codes?|dtcs?|faults?|errors?)(?: (?:found|stored|count))?|(?:anzahl )?fehler(?:codes|anzahl)?|(?:nombre de )?(?:codes? )?defauts?|(?:numero de )?(?:codigos|fallos|averias))\s*[:=]\s*(\d{1,4})$/;

/** What a list of modules says beside one that holds codes. */
export const hasCodes =
  /^(?:faults?|faulty|nok|not ok|n\.ok|fail(?:ed)?|dtcs?|codes?(?: (?:present|found|stored))?|fehler(?:haft)?|defauts?|fallos?|averias?)$/;

/** Words in front of "report" that name no reader. */
export const noReader =
  /^(?:(?:the|full|complete|vehicle|car|diagnos\w*|system|systems|module|modules|network|fault|code|codes|scan|pre|post|short|all|quick|summary|health|workshop|final|interim|baseline|fehler|fahrzeug|gesamt|vehicule|vehiculo)[ -]?)+$/;

/** What a section's heading calls its codes (`Current codes`, `Gespeicherte Fehler`), and nothing else but a status. */
export const codeNoun =
  /\b(?:(?:fault|trouble) )?(?:codes?|dtcs?|faults?|errors?|fehler(?:codes?|eintrage)?|defauts?|codigos?|fallos?|averias?|memory|fehlerspeicher)\b/g;
