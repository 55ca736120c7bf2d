import type { LanguageWords } from './language.js';

export const german: LanguageWords = {
  name: 'German',
  status: {
    active:
      'liegt gerade an|liegt gerade vor|gerade vorhanden|immer noch vorhanden|ansteht|akut|liegt vor|liegt an|jetzt|statischer|aktiver|vorhandener|ständiger|liegt aktuell vor|liegt derzeit vor|liegt momentan vor|vorh|statisch|permanent vorhanden|dauerhaft|steht an|aktive|aktiven|aktuelle|aktuellen|vorhandene|anstehend|anstehende|aktiv|vorhanden|aktuell|aktuell vorhanden|fehlerhaft|akt|momentan vorhanden|derzeit vorhanden|zurzeit vorhanden|momentan aktiv|anliegend|ständig|aktuell aktiv|ist vorhanden',
    stored:
      'inakt|gemerkt|behoben|liegt nicht mehr vor|liegt nicht vor|lag vor|passiv|inaktiv|liegt aktuell nicht an|liegt derzeit nicht an|liegt momentan nicht an|gespeicherter|passiver|inaktiver|liegt aktuell nicht vor|liegt derzeit nicht vor|liegt momentan nicht vor|n vorh|nicht vorh|liegt nicht an|steht nicht an|liegt nicht mehr an|gespeicherte|abgelegte|passive|gespeichert|bestätigt|abgespeichert|gesp|abgelegt|im speicher|nicht vorhanden|nicht aktuell|derzeit nicht vorhanden|zurzeit nicht vorhanden|gesetzt|eingetragen|erkannt|nicht mehr vorhanden|abgeklungen|ruhend',
    comesAndGoes:
      'zeitweise|zeitweilig|gelegentlich|sporadischer|zeitweiser|sporadisch|intermittierend|spor|sporad|wackelnd|kommt und geht|vorübergehend|unregelmäßig',
    pending:
      'vorläufig|ausstehend|schwebend|unbestätigt|vorl|noch nicht bestätigt|in prüfung|verdacht|wartend|nicht bestätigt',
    history:
      'früher|vorher|zuvor|früher aufgetreten|zuvor aufgetreten|war vorhanden|war aktiv|historie|historisch|vergangen|hist|veraltet|alt|ehemalig|alteintrag|ehemals',
    permanent: 'dauerhaft|permanent',
  },
  reach: {
    read: 'gefunden|gefundene|erkannte|verbindung hergestellt|hat geantwortet|antwort|kommuniziert|positiv|verbunden|gelesen|i o|in ordnung gelesen|antwortet|geantwortet|erreicht|ja|erkannt|kommunikation ok|vorhanden|ansprechbar|erfolgreich|abgeschlossen|online|ok gelesen|bereit',
    clean:
      'fehlerfreie|nichts|nichts gefunden|keine ereignisse|kein ereignis|kein dtc|ohne fehlercodes|keine dtc|keine dtcs|in ordnung|io|kein fehler|keine fehler|keine fehlercodes|kein fehlercode|keine einträge|kein eintrag|keine störungen|keine störung|fehlerfrei|ohne fehler|ohne befund|kein befund|keine|keiner|o b|ohne eintrag|keine fehlereinträge|0 fehler|speicher leer|fehlerspeicher leer|leer|ereignisspeicher leer|nichts gespeichert|keine fehler vorhanden|keine codes|kein code|keine beanstandung|keine auffälligkeiten|unauffällig|keine fehler abgelegt|kein fehler abgelegt|keine fehler gefunden|fehlerfreier speicher|keine fehlermeldung|keine fehlermeldungen|alles in ordnung|ohne einträge|ohne störung|keine fehlerspeichereinträge|kein fehlerspeichereintrag|es wurden keine fehler gefunden|keine fehler ermittelt|keine fehler erkannt|keine fehler im speicher',
    silent:
      'Kommunikation fehlgeschlagen|Verbindung fehlgeschlagen|Verbindungsaufbau fehlgeschlagen|keine Verbindung möglich|nicht erreichte|nicht erreichten|verbindungsaufbau nicht möglich|verbindung nicht möglich|kommunikationsfehler|kommunikationsstörung|verbindungsfehler|nicht gefunden|keine verbindung möglich|keine antw|nicht erreicht|kommuniziert nicht|ohne kommunikation|nicht verbunden|nicht antwortende|nicht erreichbare|nicht reagierende|keine antwort|antwortet nicht|keine kommunikation|keine verbindung|keine reaktion|nicht erreichbar|nicht geantwortet|hat nicht geantwortet|reagiert nicht|stumm|kommunikation gestört|verbindung fehlgeschlagen|meldet sich nicht|kein kontakt|schweigt|keine rückmeldung|keine kommunikation möglich|kommunikation nicht möglich|nicht ansprechbar|ohne antwort|kein signal|kein lebenszeichen|nicht am bus|bus aus|keine daten|verbindungsaufbau fehlgeschlagen|kommunikation fehlgeschlagen|steuergerät meldet sich nicht|offline|keine busverbindung|n a',
    notFitted:
      'nicht verbaute|nicht vorhandene|n v|nicht verfügbar in diesem fahrzeug|in diesem fahrzeug nicht verfügbar|nicht installiert|nicht vorhanden im fahrzeug|nicht verbaut|nicht vorhanden|nicht eingebaut|nicht im fahrzeug|nicht ausgestattet|entfällt|nicht bestückt|nicht im fahrzeug verbaut|nicht codiert|nicht konfiguriert|nicht bestellt|nicht ausgerüstet|ist nicht verbaut|fehlt im fahrzeug|keine ausstattung|ohne diese ausstattung',
    unsupported:
      'nicht unterstützt|wird nicht unterstützt|unterstützt nicht|nicht verfügbar|nicht unterstützt von diesem gerät|dienst nicht unterstützt|von diesem gerät nicht unterstützt|mit diesem gerät nicht lesbar|nicht auslesbar mit diesem gerät|gerät kann es nicht lesen|außerhalb der reichweite dieses geräts|protokoll nicht unterstützt',
    timedOut:
      'zeitüberschreitung|timeout|zeitablauf|zeit abgelaufen|keine antwort innerhalb|keine antwort nach|zeit überschritten|antwortzeit überschritten|timeout bei der kommunikation|wartezeit abgelaufen',
    refused:
      'negativ|verweigert|zugriff verweigert|abgelehnt|abgewiesen|negative antwort|gesperrt|kein zugriff|anfrage abgelehnt|zugriff nicht erlaubt|zugang verweigert|sicherheitszugriff verweigert|nicht freigegeben|anfrage verweigert',
    unclear:
      'nicht gelesen|nicht geprüft|nicht abgefragt|übersprungen|abgebrochen|nicht ausgelesen|unvollständig|nicht lesbar|lesefehler|fehler beim lesen|nicht auslesbar|nicht getestet',
    holdsCodes:
      'stück|ereignis|ereignisse|fehlerhaft|n i o|fehler|fehler vorhanden|nio|fehler gespeichert|fehler gefunden|mit fehler|mit fehlern|fehlereintrag|fehlereinträge',
    nothingAnswered:
      'kein steuergerät antwortet|keine verbindung zum fahrzeug|keine steuergeräte gefunden|kein steuergerät gefunden|kein steuergerät hat geantwortet|keine kommunikation mit dem fahrzeug',
  },
  label: {
    module:
      'steuereinheit|steuergerätename|name des steuergeräts|modulname|steuergerät|steuergeräte|stg|modul|baugruppe|system|systeme|quelle|bauteilgruppe|sg|sg name',
    address: 'adresse|adr|stg adr|knoten',
    code: 'störungscode|störungscodes|fehlerort|fehlereintrag|fehlereinträge|fehlerspeichereintrag|fehlerspeichereinträge|ereignis|ereignisse|code|codes|fehler|fehlercode|fehlercodes|fehlernummer|einträge|eintrag|störung|störungen|fehlernr|dtc|fehlerspeicher|ereignisspeicher|ereignisspeichereinträge',
    type: 'unterfehler|zusatz|unterart|unterkode|subcode|fehlerunterart|zusatzcode|art|fehlerart|typ|fehlertyp|symptom|dez|fehlerartbyte',
    status: 'aktueller status|aktueller zustand|zust|status|zustand|stat|fehlerstatus',
    byte: 'statusbyte|byte|bytes',
    count:
      'anzahl|zähler|häufigkeit|wie oft|fehlerzähler|auftreten|anz|mal|fehlerhäufigkeit|auftritte|häufigkeitszähler',
    text: 'grund|ursache|beschreibung|text|bedeutung|bezeichnung|fehlertext|klartext|artbeschreibung|hinweis|bemerkung|meldung|beschr|bez|fehlerbeschreibung',
    result: 'ergebnis|resultat|gefunden',
    link: 'kontakt|diagnose|erreichbar|kommunikation|verbindung|antwort|erreicht|antwortet',
    total: 'gesamt|summe|insgesamt|zusammen',
    ident:
      'stromlaufplan|schaltplan|schaltbild|bulletin|foto|bild|schraube|clip|halteklammer|benutzer|kostenvoranschlag|voranschlag|bestellt|zu bestellen|identifikation|teilenummer|teile nr|teilenr|teil|artikel|artikelnummer|bestellnummer|seriennummer|serien nr|hardware|hw|hw stand|sw stand|softwarestand|kennung|kalibrierung|stecker|lack|lackcode|farbcode|farbe|platz|stellplatz|beleg|auftrag|auftragsnummer|kundennummer|telefon|tel|schlüssel|schlüsselnummer|datensatz|codierung|kodierung|rechnung|kennzeichen|bühne|werkstattauftrag|verlernzähler|radiocode|schlüsselcode|angebot|charge|regal|durchwahl|drehmoment|aufkleber|referenz|lackierung',
    environment:
      'umgebungsbedingungen|randbedingungen|umgebungsdaten|freeze frame|standbild|messwerte|istwerte|zeitstempel|bedingungen beim ersten auftreten',
    reader: 'lesegerät|gerät|tester|diagnosegerät|prüfgerät|ausgelesen mit|gelesen mit',
    software: 'software|sw|programm|version|programmstand|stand',
    date: 'datum|zeit|uhrzeit|ausdruck|ausdruck vom|gedruckt|datum zeit|erstellt|erstellt am',
    odometer: 'kilometerstand|km stand|laufleistung|km|wegstrecke|kilometer',
    supplyVolts: 'batteriespannung|bordspannung|spannung|batterie|bordnetzspannung|versorgung',
    vin: 'fahrgestellnummer|fin|fahrgestell nr|vin',
    other:
      'fahrzeug|kunde|mechaniker|techniker|werkstatt|modell|zündung|seite|daten|baujahr|marke|geschwindigkeit|temperatur|drehzahl',
  },
  title:
    'priorität|abschnitt|kapitel|tabelle|vor dem löschen|nach dem löschen|vor löschen|nach löschen|vor reparatur|nach reparatur|vor der reparatur|nach der reparatur|arbeitskarte|prüfbericht|schritt|blatt|protokollblatt|ergebnisse|liste|auslesung|abfrage|übersicht|gesamtabfrage|protokoll|rohdaten|bericht|zusammenfassung|fehlerprotokoll|prüfprotokoll|fehlerübersicht|diagnose|fahrzeugdiagnose|gesamtauslesung|ausdruck|legende|kurztest|ende des protokolls|fahrzeugprotokoll|auszug|fehlerliste|befund|gesamtübersicht|auslesen|diagnoseprotokoll|diagnosebericht|auslesebericht|systemübersicht|fehlerspeicher lesen|fehlerspeicher auslesen|alle systeme|alle steuergeräte',
  sign: 'hoch|mittel|niedrig|kritisch|gering|schwer|schwere|ende|gesamt|seite|fehlerspeicher|ereignisspeicher|summe|zeichen|einzelheiten',
  now: 'aktuell|derzeit|momentan|zurzeit|jetzt|gerade',
  earlier: 'früher|zuvor|vorher|ehemals',
  away: 'inaktiv|passiv|inaktive|passive',
  all: 'alle|beide|jeweils',
  parts: 'teile|ersatzteile|teileliste|bestellte teile',
  without: 'kein|keine|keinen|ohne|null',
  not: 'nicht|nicht mehr|kein|keine',
  yes: 'ja|j',
  no: 'nein',
  nothing: 'keiner|keines|nichts|gar nichts',
  failed: 'fehler|fehlerhaft|gestört|n i o|nio',
  named: 'name|bezeichnung',
  months: 'jan|feb|mär|mar|apr|mai|jun|jul|aug|sep|okt|nov|dez',
  page: 'seite|s',
  within: 'in|im|bei|für',
  noLink: 'kein|keinen|nicht durchgeführt|unmöglich|nicht möglich|keine|keiner|fehlt|gestört|fehlerhaft',
  modules: 'steuergeräte|systeme',
  others: 'rest|der rest|alles andere|ansonsten|andere|alle anderen|übrige|alle übrigen|sonst|ohne zeichen',
  modulesToo: 'telefon|batterie|zündung|schlüssel',
  asking: 'lesen|auslesen|abfragen|prüfen|öffnen|beginn|wähle|auswahl|lese|öffne|verbinde|prüfe|abfrage|test',
  cleared: 'gelöscht|gelöschte Fehler|wurden gelöscht',
  business:
    'autohaus|werkstatt|autowerkstatt|meisterbetrieb|karosseriebau|karosseriebetrieb|karosseriefachbetrieb|lackiererei|lackierzentrum|unfallinstandsetzung|gmbh|ohg',
  articles: 'der|die|das',
  and: 'und',
  then: 'dann|auch|ferner',
  ordinals: 'erstens|zweitens|drittens|erster|zweiter|dritter|erste|zweite|dritte',
  figures: 'ein|eine|zwei|drei|vier|fünf|sechs|sieben|acht|neun|zehn',
  verbs:
    'steht|stehen|liegt|liegen|melden|zeigt|zeigen|gibt|meldet|enthält|ist|sind|war|waren|sagt|hat|haben|hatte|folgt',
  filler:
    'aufgetreten|auftretend|übrigen|anderen|weiteren|tritt|auf|aber|ereignis|erkannt|ausgelesen|gelesen|seit|km|folgende|folgendes|folgenden|der|die|das|den|dem|des|ein|eine|vom|von|diesem|dieses|gerät|steuergerät|modul|fahrzeug|im|in|am|an|zum|zur|mit|und|wird|ist|sind|hat|gespeichert|vorhanden|gefunden|abgelegt|fehler|zustand|status|dienst|beim|auslesen|aktuell|sich|es|noch|derzeit|lesegerät|system|eintrag|steuergeräte|steuergeräten|anfrage|ms|sekunden|momentan|für|durch|ohne weitere|bei|kommunikation|möglich|konnte|werden|kann|einträge|versuchen|nach|versuche|er|sie|zurzeit|dieser|diese|über|bus|speicher|fehlerspeicher|als|auch|weitere|tester|diagnosegerät|leser|jetzt|zur zeit',
};
