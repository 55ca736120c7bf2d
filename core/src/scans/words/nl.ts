import type { LanguageWords } from './language.js';

export const dutch: LanguageWords = {
  name: 'Dutch',
  status: {
    active:
      'aanhoudend|nu|statisch|continu|actieve|actuele|huidige|aanwezige|actief|aanwezig|actueel|huidig|nu aanwezig|momenteel aanwezig|nu actief|momenteel actief|optredend|bestaand|act|aanw',
    stored:
      'verdwenen|in het geheugen|passief|inactief|afwezig|opgeslagene|opgeslagen|bevestigd|vastgelegd|in geheugen|bewaard|niet aanwezig|niet actief|niet meer aanwezig|niet actueel|gelogd|opg|bev',
    comesAndGoes:
      'tijdelijk|af en toe|soms|bij tijden|wisselend|komt en gaat|sporadisch|intermitterend|incidenteel|onregelmatig|spor|int',
    pending: 'in behandeling|in afwachting|voorlopig|onbevestigd|hangend|nog niet bevestigd',
    history: 'eerder|voorheen|historisch|verleden|historie|vroeger|oud|hist',
    permanent: 'permanent|blijvend',
  },
  reach: {
    read: 'gevonden|verbinding gemaakt|antwoord|reactie|communiceert|positief|verbonden|gelezen|uitgelezen|antwoordt|ja|communicatie ok|heeft geantwoord|aanwezig|voltooid|klaar|online|geslaagd|bereikt',
    clean:
      'geen gebeurtenissen|zonder codes|geen dtc|geen dtcs|geen storingen|geen storing|geen fouten|geen fout|geen foutcodes|geen codes|geen storingscodes|zonder storingen|foutvrij|geen|in orde|geen meldingen|storingsvrij|0 storingen|leeg|geheugen leeg|storingsgeheugen leeg|niets|niets opgeslagen|geen storingen opgeslagen|geen bijzonderheden|niets te melden|geen foutcodes opgeslagen|geen fouten gevonden|vrij van storingen|alles in orde|geen afwijkingen|geen foutmeldingen',
    silent:
      'communicatie mislukt|verbinding mislukt|geen verbinding mogelijk|niet bereikbare|niet gevonden|kan niet verbinden|geen antw|niet bereikt|communiceert niet|zonder communicatie|zonder antwoord|niet verbonden|niet reagerende|niet antwoordende|geen antwoord|antwoordt niet|geen communicatie|geen respons|reageert niet|geen reactie|niet bereikbaar|geen verbinding|heeft niet geantwoord|communicatiefout|zwijgt|geen contact|stil|geen contact mogelijk|geen communicatie mogelijk|communicatie niet mogelijk|offline|geen signaal|onbereikbaar|niet gevonden op de bus|meldt zich niet|geen gegevens',
    notFitted:
      'niet gemonteerde|niet beschikbaar op dit voertuig|niet beschikbaar in dit voertuig|n v t|niet gemonteerd|niet aanwezig|niet aanwezig in voertuig|niet ingebouwd|niet geïnstalleerd|niet uitgerust|ontbreekt|niet in voertuig|niet aangebracht|niet geconfigureerd|bestaat niet|niet van toepassing|optie niet aanwezig|niet in deze auto|zonder deze optie',
    unsupported:
      'niet ondersteund|niet ondersteund door|niet leesbaar door|wordt niet ondersteund|ondersteunt niet|niet beschikbaar|dienst niet ondersteund|niet leesbaar met dit apparaat|buiten bereik van dit apparaat|protocol niet ondersteund',
    timedOut:
      'time out|timeout|tijd verstreken|tijdslimiet|tijdsoverschrijding|wachttijd verstreken|tijd overschreden',
    refused:
      'negatief|toegang geweigerd|verzoek geweigerd|geweigerd|afgewezen|negatief antwoord|vergrendeld|geen toegang|toegang niet toegestaan|beveiligingstoegang geweigerd|verzoek afgewezen',
    unclear:
      'niet gelezen|niet uitgelezen|niet getest|overgeslagen|afgebroken|onvolledig|leesfout|onleesbaar|niet leesbaar',
    holdsCodes: 'stuk|stuks|gebeurtenis|gebeurtenissen|storing|storingen|fout|fouten|nok',
    nothingAnswered:
      'geen regeleenheid antwoordt|geen verbinding met het voertuig|geen regeleenheden gevonden|geen communicatie met het voertuig|geen enkele module antwoordt',
  },
  label: {
    module:
      'besturingseenheid|stuurmodule|modulenaam|naam module|naam regeleenheid|regeleenheid|regeleenheden|regelapparaat|module|modules|systeem|systemen|eenheid|stuurapparaat|bron|ecu',
    address: 'adres|adr',
    code: 'gebeurtenis|gebeurtenissen|code|codes|storingscode|storingscodes|storing|storingen|fout|fouten|foutcode|foutcodes|dtc',
    type: 'subcode|subtype|toevoeging|type|soort|fouttype|symptoom|storingstype',
    status: 'huidige status|aanwezigheid|status|toestand|staat',
    byte: 'statusbyte|byte|bytes',
    count: 'aantal|teller|frequentie|keer|aantal keer|hoe vaak',
    text: 'reden|omschrijving|tekst|beschrijving|betekenis|melding|opmerking|toelichting',
    result: 'resultaat|gevonden',
    link: 'antwoordt|reageert|contact|bereikbaar|communicatie|antwoord|verbinding|bereikt',
    total: 'totaal|som|in totaal',
    ident:
      'bedradingsschema|schema|bulletin|foto|schroef|clip|gebruiker|offerte|besteld|te bestellen|identificatie|onderdeelnummer|onderdeel|artikelnummer|artikel|serienummer|hardware|stekker|connector|lak|lakcode|kleur|kleurcode|bestelling|bestelnummer|order|kalibratie|telefoon|tel|kenteken|sleutel|factuur|referentie|werkplaatsnummer|radiocode|werkorder|partij|aanhaalmoment|toestel',
    environment:
      'omgevingsgegevens|omstandigheden|omgevingscondities|bevroren beeld|freeze frame|meetwaarden|tijdstempel|randvoorwaarden',
    reader: 'uitleesapparaat|apparaat|tester|lezer|uitgelezen met|gereedschap',
    software: 'software|softwareversie|versie|programma',
    date: 'datum|tijd|datum tijd|afgedrukt|afgedrukt op',
    odometer: 'kilometerstand|km stand|km|afstand|kilometers',
    supplyVolts: 'accuspanning|spanning|accu|boordspanning|voeding|batterijspanning',
    vin: 'chassisnummer|vin|voertuigidentificatienummer',
    other:
      'voertuig|auto|klant|monteur|werkplaats|model|merk|contact|pagina|gegevens|bouwjaar|snelheid|temperatuur|toerental',
  },
  title:
    'prioriteit|sectie|hoofdstuk|afdruk|uitdraai|tabel|voor het wissen|na het wissen|voor reparatie|na reparatie|stap|resultaten|lijst|overzicht|uitlezing|rapport|samenvatting|diagnose|diagnoserapport|uitleesrapport|afgedrukt|legenda|einde van het rapport|totaaluitlezing|storingslijst|uittreksel|sneltest|foutenlijst',
  sign: 'hoog|middel|laag|kritiek|ernstig|ernst|einde|pagina|totaal|geheugen|details',
  now: 'nu|momenteel|op dit moment|actueel',
  earlier: 'eerder|voorheen|vroeger',
  away: 'inactief|afwezig|passief',
  all: 'allemaal|alle|beide',
  parts: 'onderdelen',
  without: 'geen|zonder|nul',
  not: 'niet|geen|niet meer',
  yes: 'ja|j',
  no: 'nee',
  nothing: 'niets',
  failed: 'fout',
  named: 'naam',
  months: 'jan|feb|mrt|maart|apr|mei|jun|jul|aug|sep|okt|nov|dec',
  page: 'pagina|blad|blz',
  within: 'in',
  noLink: 'niet tot stand|onmogelijk|niet mogelijk|geen|mislukt|verbroken',
  modules: 'modules|regeleenheden|systemen|regelapparaten',
  others: 'rest|de rest|overige|anders|andere',
  modulesToo: 'telefoon|accu|batterij|ontsteking|sleutel',
  asking: 'lees|lezen|opvragen|openen|begin|selectie|uitlezen|verbinding|test|controle',
  cleared: 'gewist|gewiste storingen',
  business: 'garagebedrijf|autobedrijf|autoschade|schadeherstel|werkplaats|bv',
  articles: 'de|het',
  and: 'en',
  then: 'daarna|ook',
  ordinals: 'eerste|tweede|derde|ten eerste|ten tweede',
  figures: 'een|één|twee|drie|vier|vijf|zes|zeven|acht|negen|tien',
  verbs: 'toont|staan|staat|geeft|meldt|bevat|is|zijn|was|waren|zegt|heeft|hebben',
  filler:
    's|overige|andere|treedt|op|maar|gebeurtenis|gedetecteerd|gelezen|sinds|km|volgende|de|het|een|van|dit|deze|dat|met|regeleenheid|module|voertuig|dienst|is|zijn|heeft|was|in|en|voor|apparaat|lezer|storing|code|status|aanwezig|opgeslagen|gevonden|momenteel|systeem|bij|uitlezen|er|zich|wordt|communicatie|mogelijk|kan|worden|na|pogingen|geheugen|storingen|fouten|nog|alleen|bus|te|ook|storingsgeheugen|toestel|uitleesapparaat|tester|scanner|nu',
};
