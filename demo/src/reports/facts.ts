/** What a made-up reader may have to say: modules, codes and statuses in four languages. */

export const languages = ['en', 'de', 'fr', 'es'] as const;
export type Language = (typeof languages)[number];
type Wording = Readonly<Record<Language, string>>;

export type Status = 'active' | 'stored' | 'history' | 'pending';

export interface CodeFact {
  readonly code: string;
  readonly failureType: string | null;
  readonly status: Status;
  readonly text: number;
}

export interface ModuleFact {
  readonly module: number;
  readonly address: string;
  readonly reach: 'answered' | 'silent' | 'unsupported';
  readonly codes: readonly CodeFact[];
}

export interface ReportFact {
  readonly language: Language;
  readonly modules: readonly ModuleFact[];
}

const wording = (en: string, de: string, fr: string, es: string): Wording => ({ en, de, fr, es });

export const moduleNames: readonly Wording[] = [
  wording('Restraint control', 'Rückhaltesysteme', 'Retenue passagers', 'Retención de pasajeros'),
  wording('Body', 'Bordnetz', 'Habitacle', 'Carrocería'),
  wording('Engine', 'Motor', 'Moteur', 'Motor'),
  wording('Gateway', 'Datenverteiler', 'Passerelle', 'Pasarela'),
  wording('Trailer', 'Anhänger', 'Remorque', 'Remolque'),
  wording('Charge control', 'Ladesteuerung', 'Commande de charge', 'Control de carga'),
  wording('Driver door', 'Fahrertür', 'Porte conducteur', 'Puerta del conductor'),
  wording('Instrument cluster', 'Kombiinstrument', 'Combiné', 'Cuadro de instrumentos'),
  wording('Parking aid', 'Einparkhilfe', 'Aide au stationnement', 'Ayuda al aparcamiento'),
  wording('Brake control', 'Bremsenregelung', 'Commande de frein', 'Control de frenos'),
  wording('Climate', 'Klima', 'Climatisation', 'Climatizador'),
  wording('Seat occupancy', 'Sitzbelegung', 'Occupation du siège', 'Ocupación del asiento'),
];

export const codeTexts: readonly Wording[] = [
  wording(
    'Left belt loop',
    'Gurtschleife links',
    'Boucle de ceinture gauche',
    'Bucle del cinturón izquierdo',
  ),
  wording('Supply voltage', 'Versorgungsspannung', 'Tension de bord', 'Voltaje de a bordo'),
  wording('Charge flap end switch', 'Endschalter Ladeklappe', 'Contact de trappe', 'Interruptor de la tapa'),
  wording(
    'Sliding door switch',
    'Schalter Schiebetür',
    'Contact de porte latérale',
    'Interruptor de la puerta',
  ),
  wording(
    'Right tail lamp circuit',
    'Stromkreis Rücklicht rechts',
    'Circuit feu arrière droit',
    'Circuito piloto derecho',
  ),
  wording(
    'Messages of the trailer',
    'Botschaften vom Anhänger',
    'Messages de la remorque',
    'Mensajes del remolque',
  ),
  wording(
    'Occupant sensor zero',
    'Nullpunkt Sitzsensor',
    'Zéro du capteur de siège',
    'Cero del sensor de asiento',
  ),
  wording(
    'Impact sensor front right',
    'Aufprallsensor vorn rechts',
    'Capteur de choc avant droit',
    'Sensor de choque',
  ),
  wording(
    'Clock spring, driver side',
    'Wickelfeder Fahrerseite',
    'Contact tournant conducteur',
    'Contacto giratorio',
  ),
  wording('Mirror motor', 'Spiegelmotor', 'Moteur de rétroviseur', 'Motor del retrovisor'),
];

export const statusWordings: Readonly<Record<Status, Wording>> = {
  active: wording('Current', 'aktiv', 'présent', 'presente'),
  stored: wording('Stored', 'sporadisch', 'mémorisé', 'almacenado'),
  history: wording('History', 'historisch', 'historique', 'histórico'),
  pending: wording('Pending', 'ausstehend', 'en attente', 'pendiente'),
};

/** ISO 14229-1 status bytes that mean the same. */
export const statusBytes: Readonly<Record<Status, string>> = {
  active: '2F',
  stored: '28',
  history: '20',
  pending: '24',
};

export const noCodeWordings = wording('no codes', 'keine Fehler', 'aucun défaut', 'sin fallos');
export const silentWordings = wording('no response', 'antwortet nicht', 'ne répond pas', 'sin respuesta');
export const unsupportedWordings = wording(
  'not supported by this reader',
  'nicht unterstützt',
  'non pris en charge',
  'no soportado',
);
