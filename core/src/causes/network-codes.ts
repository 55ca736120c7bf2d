/**
 * Whom a "lost communication" code speaks of: the public definitions of U0100 to U0299, as words that a
 * module's name may hold (in four languages, after `plainWord`). Data.
 */
import { wordTable } from '../codes/index.js';
const subjects: Readonly<Record<string, string>> = wordTable({
  U0100: 'engine|motor|moteur|powertrain|ecm|pcm',
  U0101: 'transmission|getriebe|boite|cambio|tcm',
  U0103: 'gear|selector|wahlhebel|selecteur',
  U0104: 'cruise|distance|abstand',
  U0105: 'injector|injection|einspritz',
  U0106: 'glow|gluh',
  U0111: 'battery|batterie|bateria',
  U0114: 'four-wheel|all-wheel|allrad',
  U0121: 'brake|brems|frein|freno|abs',
  U0122: 'stability|dynamics|fahrdynamik',
  U0126: 'steering angle|lenkwinkel|angle',
  U0128: 'parking brake|feststell|stationnement',
  U0129: 'brake|brems|frein|freno',
  U0131: 'steering|lenk|direction|eps',
  U0132: 'suspension|ride|fahrwerk',
  U0140: 'body|bordnetz|habitacle|carroceria|bcm',
  U0142: 'body b',
  U0146: 'gateway|datenverteiler|passerelle|pasarela',
  U0151: 'restraint|airbag|ruckhalt|retenue|retencion|rcm',
  U0154: 'occupant|occupancy|sitzbelegung|occupation|ocupacion',
  U0155: 'cluster|instrument|kombi|combine|cuadro',
  U0156: 'information|infotainment',
  U0159: 'park|einpark|stationnement|aparcamiento',
  U0164: 'climate|klima|climatis|climatiz|hvac',
  U0167: 'immobil|wegfahr',
  U0168: 'security|alarm',
  U0181: 'headlamp|level|leuchtweite',
  U0184: 'radio|audio',
  U0199: 'driver door|door a|fahrertur|conducteur|conductor',
  U0200: 'passenger door|door b|beifahrer',
  U0208: 'seat|sitz|siege|asiento',
  U0209: 'seat|sitz|siege|asiento',
  U0214: 'remote|funk|telecommande',
  U0230: 'tailgate|rear gate|heckklappe|hayon',
  U0265: 'trailer|anhanger|remorque|remolque',
  U0293: 'hybrid|charge|lade|charge',
});

/** Words of which one must be in the module's name, or null where the table does not know the code. */
export function subjectWords(code: string): readonly string[] | null {
  return subjects[code]?.split('|') ?? null;
}

/** Lost communication with a control unit: U0100 to U02FF. */
export const isLostCommunication = (code: string): boolean => /^U0[12]/.test(code);
/** The bus itself: U0001 to U00FF. */
export const isBus = (code: string): boolean => /^U00/.test(code);
/** System voltage: the public codes. */
export const isSystemVoltage = (code: string): boolean => /^(?:P056[0-3]|P2503|P2504|U300[36])$/.test(code);
