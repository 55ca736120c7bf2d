import type { LanguageWords } from './language.js';

export const italian: LanguageWords = {
  name: 'Italian',
  status: {
    active:
      'tuttora presente|persistente|adesso|ora|statico|attuali|attivi|presenti|attivo|attiva|presente|attuale|in corso|attualmente presente|presente ora|attualmente attivo|attivo ora|in atto|att|pres',
    stored:
      'scomparso|scomparsa|passivo|passiva|inattivo|inattiva|assente|memorizzato|memorizzata|confermato|confermata|registrato|registrata|salvato|in memoria|archiviato|non presente|non attivo|non attiva|non attuale|mem|conf',
    comesAndGoes:
      'temporaneo|temporanea|saltuariamente|sporadicamente|a volte|a intermittenza|va e viene|a tratti|sporadico|sporadica|intermittente|saltuario|occasionale|int|spor',
    pending: 'da confermare|in attesa|pendente|provvisorio|non confermato|in sospeso|pend',
    history: 'prima|in precedenza|storico|storica|passato|passata|precedente|vecchio|stor|precedentemente',
    permanent: 'permanente',
  },
  reach: {
    read: 'trovata|trovate|trovato|trovati|rilevate|rilevati|connessione stabilita|comunica|positiva|stabilita|collegato|collegata|connesso|letta|letto|risponde|ha risposto|sì|comunicazione ok|corretta|eseguita|completata|presente|in linea|effettuata|riuscita|identificata',
    clean:
      'tutto ok|tutto bene|a posto|non ha guasti|non ha errori|non ha codici|nessun evento|nessun dtc|senza dtc|nessun guasto|nessun errore|senza guasti|nessun codice|senza errori|senza codici|nessuno|nessun difetto|nessuna anomalia|non ci sono guasti|0 guasti|senza difetti|memoria vuota|vuota|vuoto|niente|nulla|nessun guasto memorizzato|nessun guasto presente|nessun errore memorizzato|tutto regolare|regolare|senza anomalie|esente da guasti|zero guasti|nessun codice guasto|memoria guasti vuota|nulla da segnalare|nessuna segnalazione',
    silent:
      'comunicazione non riuscita|collegamento non riuscito|connessione non riuscita|connessione fallita|comunicazione fallita|impossibile comunicare|no risp|non risp|irraggiungibile|non trovato|non trovata|nessuna risp|non raggiunte|non raggiunta|non raggiunto|non collegato|non collegata|non connesso|che non rispondono|nessuna risposta|non risponde|nessuna comunicazione|non ha risposto|senza risposta|muta|muto|mute|errore di comunicazione|non comunica|comunicazione assente|non raggiungibile|nessun contatto|assenza di comunicazione|comunicazione impossibile|non in linea|fuori linea|nessun dialogo|nessun segnale|comunicazione persa|mancata risposta|non si riesce a comunicare|silenziosa|senza comunicazione',
    notFitted:
      'non installati|non montati|non presenti|non disponibile su questo veicolo|non disponibile su questa vettura|non montato|non montata|non installato|non installata|non presente sul veicolo|non presente|assente|non equipaggiato|non previsto|non è montata|non è montato|non è presente|non configurata|non configurato|inesistente|non esiste|non in dotazione|non equipaggiata|opzione non montata',
    unsupported:
      'non supportato|non supportata|non disponibile|non compatibile|non supporta|servizio non supportato|fuori dalla portata dello strumento|non leggibile con questo strumento|protocollo non supportato',
    timedOut:
      'tempo scaduto|timeout|tempo esaurito|tempo di attesa scaduto|tempo superato|attesa scaduta|tempo di risposta scaduto|fuori tempo',
    refused:
      'negativa|accesso negato|richiesta rifiutata|rifiutato|rifiutata|risposta negativa|negato|bloccata|accesso rifiutato|accesso bloccato|accesso non consentito|richiesta respinta|respinta',
    unclear:
      'non letta|non letto|non verificato|saltata|interrotto|non interrogata|incompleta|errore di lettura|illeggibile|lettura impossibile',
    holdsCodes:
      'errori presenti|guasti presenti|difetti presenti|errori rilevati|guasti rilevati|errori trovati|difetto|difetti|con errori|evento|eventi|guasto|guasti|errore|errori|con guasti|nok',
    nothingAnswered:
      'nessuna centralina risponde|nessuna centralina trovata|nessuna comunicazione con il veicolo|nessuna centralina ha risposto',
  },
  label: {
    module:
      'unità di controllo|modulo di controllo|nome modulo|nome centralina|nome del modulo|centralina|centraline|modulo|moduli|unità|sistema|sistemi|impianto|origine',
    address: 'indirizzo|ind',
    code: 'evento|eventi|codice|codici|guasto|guasti|codice guasto|codici guasto|errore|errori|codice errore|difetto|dtc|cod',
    type: 'sottotipo|sottocodice|subcode|sub codice|tipo|sintomo|tipo di guasto|tipo guasto',
    status: 'stato attuale|st|presenza|stato|condizione|situazione',
    byte: 'byte|bytes',
    count: 'contatore|frequenza|numero|volte|numero di|occorrenze|conteggio',
    text: 'motivo|descrizione|testo|significato|denominazione|messaggio|nota|note|dettaglio',
    result: 'esito|risultato|trovata|trovato',
    link: 'contatto|connessione|comunicazione|risposta|collegamento|risponde',
    total: 'totale|somma|in totale',
    ident:
      'schema elettrico|schema|bollettino|foto|vite|clip|utente|preventivo|ordinato|da ordinare|numero di parte|numero di serie|numero di ricambio|numero parte|numero pezzo|matricola|numero hardware|numero software|identificazione|codice ricambio|ricambio|numero ricambio|articolo|serie|hardware|connettore|spina|vernice|codice vernice|colore|ordine|taratura|tar|calibrazione|telefono|tel|targa|chiave|fattura|rif|riferimento|posto|codice radio|ordine di lavoro|lotto|coppia|etichetta|interno',
    environment:
      'condizioni ambientali|dati congelati|condizioni|fermo immagine|ambiente|valori misurati|marca temporale|parametri ambientali',
    reader: 'strumento|lettore|apparecchio|dispositivo|tester|letto con',
    software: 'software|programma|versione|versione software',
    date: 'data|ora|data e ora|stampato|stampato il',
    odometer: 'chilometraggio|chilometri|km|percorrenza|contachilometri',
    supplyVolts: 'tensione|tensione batteria|batteria|alimentazione|tensione di batteria',
    vin: 'telaio|numero di telaio|vin',
    other:
      'veicolo|vettura|cliente|tecnico|officina|modello|marca|accensione|pagina|dati|anno|velocità|temperatura|giri',
  },
  title:
    'priorità|sezione|capitolo|stampa|tabella|prima della cancellazione|dopo la cancellazione|prima della riparazione|dopo la riparazione|passo|scheda|risultati|scansione|lettura|riepilogo|elenco|lista|rapporto|diagnosi|stampato|legenda|relazione|rapporto di diagnosi|lettura completa|fine della relazione|prova breve|letture|elenco guasti|estratto|memorie guasti|diagnosi completa|test rapido|referto',
  sign: 'alta|media|bassa|critica|grave|lieve|gravità|fine|pagina|totale|memoria|dettagli|appello|lettura|memorie',
  now: 'ora|adesso|attualmente|al momento|attuale',
  earlier: 'precedentemente|in precedenza|prima',
  away: 'inattivo|assente|passivo|inattiva|passiva',
  all: 'tutti|tutte|entrambi',
  parts: 'ricambi|pezzi',
  without: 'nessun|nessuna|senza|zero|non ci sono',
  not: 'non|più',
  yes: 'sì',
  no: 'no',
  nothing: 'niente|nulla',
  failed: 'errore',
  named: 'nome',
  months: 'gen|feb|mar|apr|mag|giu|lug|ago|set|ott|nov|dic',
  page: 'pagina|pag',
  within: 'in|nel|nella',
  noLink: 'nessun|non stabilita|non effettuata|impossibile|nessuna|nessuno|assente|fallita|mancante',
  modules: 'moduli|centraline|sistemi',
  others: 'resto|il resto|altrimenti|altri|gli altri',
  modulesToo: 'telefono|batteria|accensione|chiave',
  asking: 'leggi|leggere|interroga|apri|inizio|selezione|lettura|apertura|connessione|prova',
  cleared: 'cancellati|cancellato|cancellate|errori cancellati',
  business: 'officina|autofficina|autocarrozzeria|srl',
  articles: 'il|lo|la|gli|le',
  and: 'e|ed',
  then: 'poi|anche',
  ordinals: 'primo|secondo|terzo|prima|seconda|terza',
  figures: 'uno|una|un|due|tre|quattro|cinque|sei|sette|otto|nove|dieci',
  verbs: 'mostra|segnala|contiene|è|sono|era|dice|ha|hanno',
  filler:
    'altre|altri|appare|compare|ma|evento|rilevato|rilevati|rilevata|trovati|trovato|km|seguenti|seguente|il|lo|la|i|gli|le|un|una|del|della|di|dal|dalla|da|questo|questa|con|centralina|modulo|veicolo|servizio|è|sono|ha|ci|in|nel|nella|e|per|strumento|guasto|codice|stato|presente|memorizzati|memorizzato|attualmente|sistema|stati|letti|lette|letto|sul|attesa|comunicazione|risposta|può|dopo|tentativi|memoria|guasti|errore|durante|lettura|ancora|solo|bus|essere|si|lettore|tester|apparecchio|adesso|ora',
};
