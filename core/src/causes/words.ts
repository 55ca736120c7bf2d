/** What the words of a code speak of, in the languages that reports come in, compared after `plainWord`: data. */
import { plainWord } from '../codes/index.js';
import { conceptOf, placesIn } from './concepts.js';

export const voltageWords =
  /\b(?:(?:supply|system|battery|board|terminal 30|operating) voltage|under-?voltage|low voltage|voltage (?:low|below|supply)|power supply|battery|versorgungsspannung|bordspannung|unterspannung|batterie|spannungsversorgung|tension (?:de bord|d.alimentation|batterie|basse)|sous-tension|alimentation|voltaje|tension de (?:bateria|alimentacion)|subtension|alimentacion|tensione di (?:alimentazione|batteria|bordo)|alimentazione|voedingsspanning|accuspanning|boordspanning|voeding|napiecie (?:zasilania|akumulatora|pokladowe)|zasilanie|tensao (?:de alimentacao|da bateria|baixa)|alimentacao|matningsspanning|batterispanning)\b/;

export const messageWords =
  /\b(?:messages?|lost comm\w*|no comm\w*|communication|no signal from|botschaft\w*|kommunikation|keine nachricht|communication|messages?|mensajes?|comunicacion|lost msg|msgs?|messaggi\w*|comunicazione|bericht\w*|communicatie|komunikat\w*|komunikacj\w*|mensage\w*|comunicacao|meddeland\w*)\b/;

export const internalWords =
  /\b(?:internal|output stage|driver stage|memory|processor|watchdog|self-?test|endstufe|intern\w*|speicher|etage de sortie|interne|interno|etapa de salida|stadio d.uscita|eindtrap|wewnetrzn\w*|pamiec|interna|andar de saida|slutsteg)\b/;

export const calibrationWords =
  /\b(?:calibrat\w*|not (?:learn\w*|taught|initiali[sz]ed|adapted|coded|programmed)|adaptation|zero(?: point)?|basic setting|initiali[sz]ation|teach-?in|kalibrier\w*|angelernt|anlernen|grundeinstellung|nullpunkt|nicht codiert|etalonnage|calibrage|apprentissage|zero du|calibracion|aprendizaje|cero del|ajuste basico|tarat\w*|calibraz\w*|apprendimento|azzeramento|kalibrat\w*|gekalibreerd|ingeleerd|nulpunt|kalibracj\w*|skalibrowan\w*|nauczon\w*|calibra\w*|aprendizagem|kalibrer\w*)\b/;

export const refusalWords =
  /\b(?:blocked|inhibited|refused|not (?:allowed|permitted|released)|prevented|disabled because|while (?:open|ajar)|not ready|gesperrt|verhindert|nicht freigegeben|bloque|interdit|refuse|impedido|bloqueado|no permitido|bloccato|impedito|rifiutat\w*|geblokkeerd|geweigerd|zablokowan\w*|odmowa|bloqueada|impedido|recusado|blockerad)\b/;

export const positionWords =
  /\b(?:switch|ajar|open|closed|end position|position|latch|lid|flap|bonnet|boot|door contact|schalter|endschalter|endlage|klappe|haube|tur(?:kontakt|stellung)?|contact(?:eur)?|trappe|capot|position|interruptor|tapa|posicion|final de carrera|interruttore|finecorsa|sportello|posizione|schakelaar|klep|eindstand|stand|wylacznik|polozenie|pozycja|klapka|interruptor|posicao|tampa|fim de curso|brytare|lage|lucka)\b/;

/** Words too common to tell one thing from another. */
const common = new Set(
  `light lamp lights lamps module control unit circuit signal switch sensor fault open with from the and for left right
  front rear voltage message messages missing communication supply lost status loop links rechts vorn hinten vorne gauche
  droit droite avant arriere izquierdo derecho izquierda derecha system stromkreis schalter circuito interruptor capteur
  botschaft botschaften fehlt fehlen nachricht keine unterbrochen zeitweise output does operate dead refused lampe leuchte
  feux luces comes goes signals spannung versorgungsspannung tension voltaje mensajes comunicacion contact bauteil intern
  left right links rechts linke rechte linker rechter sinistro sinistra destro destra anteriore posteriore voor achter
  linksvoor rechtsvoor linksachter rechtsachter lewy lewa prawy prawa przedni przednia tylny tylna esquerdo esquerda direito
  direita dianteiro traseiro vanster hoger fram bak driver passenger fahrer beifahrer conducteur passager conductor pasajero
  guidatore passeggero bestuurder kierowcy pasazera condutor passageiro faro lampa farol koplamp circuit circuito kring obwod
  sensor sensore czujnik spia lampje spanning tensione napiecie messaggio bericht komunikat mensagem comunicazione modulo moduł
  internal electronic end position not has are was its due too der die das und von les des del las los una por mit`.split(
    /\s+/,
  ),
);

/** What a text speaks of: its words of three letters and more, the common ones left away, as concepts. */
export function tellingWords(text: string): Set<string> {
  return new Set(
    plainWord(text)
      .split(/[^\p{L}]+/u)
      .filter((word) => word.length >= 3 && !common.has(word))
      .map(conceptOf),
  );
}

/** All words of three letters and more. */
export function allWords(text: string): Set<string> {
  return new Set(
    plainWord(text)
      .split(/[^\p{L}]+/u)
      .filter((word) => word.length >= 3),
  );
}

/** True where two texts name a place that is the same. */
export function samePlace(place: string, text: string): boolean {
  return placesIn(plainWord(place)).some((pattern) => pattern.test(plainWord(text)));
}

/** How many words two sets share. */
export function shared(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  let count = 0;
  for (const word of a) if (b.has(word)) count++;
  return count;
}
