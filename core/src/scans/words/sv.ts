import type { LanguageWords } from './language.js';

export const swedish: LanguageWords = {
  name: 'Swedish',
  status: {
    active: 'nu|aktiv|aktivt|närvarande|aktuell|finns nu',
    stored: 'lagrad|lagrat|sparad|bekräftad|inaktiv|passiv|i minnet',
    comesAndGoes: 'ibland|tidvis|sporadiskt|kommer och går|sporadisk|intermittent|tillfällig|periodisk',
    pending: 'väntande|preliminär|obekräftad',
    history: 'tidigare|historisk|historik|tidigare|gammal',
    permanent: 'permanent|bestående',
  },
  reach: {
    read: 'positiv|ansluten|läst|avläst|svarar|ja|kommunikation ok',
    clean:
      'utan anmärkning|inga anmärkningar|u a|inga dtc|inga felkoder|inga fel|inget fel|inga koder|felfri|utan fel|inga|minnet tomt|tomt|felminne tomt|inga lagrade fel',
    silent:
      'går ej att nå|går inte att nå|hittades inte|utan svar|utan kommunikation|ej ansluten|inte ansluten|svarar ej|svarar inte|inget svar|ingen kommunikation|ingen kontakt|svarade inte|ej svar|tyst|kommunikationsfel',
    notFitted:
      'ej monterade|ej tillgänglig i detta fordon|finns ej|finns inte|ej monterad|inte monterad|saknas|finns inte i fordonet|ej installerad|ej utrustad',
    unsupported: 'stöds inte|ej stödd|stöds ej|inte tillgänglig',
    timedOut: 'tidsgräns|tiden ute|timeout|tidsgräns överskriden',
    refused: 'åtkomst nekad|nekad|avvisad|negativt svar|låst',
    unclear: 'ej läst|inte läst|ej testad|avbruten',
    holdsCodes:
      'fel hittade|fel lagrade|felkoder finns|felkoder hittade|felkoder lagrade|med fel|fel finns|fel|felkoder|nok',
    nothingAnswered: 'ingen styrenhet svarar|ingen kontakt med fordonet|inga styrenheter hittades',
  },
  label: {
    module: 'styrdon|styrmodul|modulnamn|styrenhet|styrenheter|modul|moduler|system|enhet',
    address: 'adress|adr',
    code: 'kod|koder|felkod|felkoder|fel',
    type: 'undertyp|subkod|typ|feltyp|undertyp|symptom',
    status: 'status|tillstånd',
    byte: 'statusbyte|byte',
    count: 'antal|räknare|gånger|frekvens',
    text: 'beskrivning|text|betydelse|meddelande|anmärkning',
    result: 'resultat',
    link: 'svarar|kontakt|förbindelse|kommunikation|svar',
    total: 'totalt|summa',
    ident:
      'identifiering|artikelnummer|artikel|delnummer|serienummer|hårdvara|kontakt|lack|färgkod|färg|order|kalibrering|telefon|tel|registreringsnummer|nyckel|faktura|referens',
    environment: 'omgivningsdata|frysbild|mätvärden|tidsstämpel|villkor',
    reader: 'läsare|verktyg|apparat|testare',
    software: 'programvara|version|program',
    date: 'datum|tid|utskrivet',
    odometer: 'mätarställning|km|körsträcka',
    supplyVolts: 'spänning|batterispänning|batteri|matning',
    vin: 'chassinummer|vin',
    other:
      'fordon|bil|kund|tekniker|verkstad|modell|märke|tändning|sida|data|årsmodell|hastighet|temperatur|varvtal',
  },
  title:
    'prioritet|avsnitt|kapitel|sammanställning|systemtest|systemavläsning|utskrift|felkodsutskrift|fellista|felkodslista|felrapport|tabell|steg|lista|avläsning|översikt|rapport|felkodsrapport|sammanfattning|diagnos|avläsning|slut på rapporten',
  sign: 'slut|sida|totalt|minne|detaljer',
  now: 'nu|närvarande|för närvarande|just nu',
  earlier: 'tidigare',
  away: 'inaktiv|passiv',
  all: 'alla|båda',
  parts: 'reservdelar',
  without: 'inga|inget|utan|noll',
  not: 'inte|ej|inga',
  yes: 'ja|j',
  no: 'nej',
  nothing: 'inget|ingenting',
  failed: 'fel|felaktig',
  named: 'namn',
  months: 'jan|feb|mar|apr|maj|jun|jul|aug|sep|okt|nov|dec',
  page: 'sida',
  within: 'i',
  noLink: 'omöjlig|ingen|inget|saknas',
  modules: 'moduler|styrenheter',
  asking: 'val|läsning|anslutning|test',
  articles: '',
  figures: 'en|ett|två|tre|fyra|fem|sex|sju|åtta|nio|tio',
  verbs: 'är|var|säger|har',
  filler:
    'övriga|andra|uppträder|närvarande|för|den|det|en|ett|av|från|i|på|med|och|är|var|har|styrenhet|styrenheten|modul|fordon|fordonet|läsare|fel|kod|status|just|nu|för|som|systemet|kommunikation|minne|felkod|felkoder|läsaren|verktyg',
};
