import type { LanguageWords } from './language.js';

export const polish: LanguageWords = {
  name: 'Polish',
  status: {
    active:
      'czynna|czynny|czynne|nadal obecny|nadal obecna|wciąż aktywny|wciąż aktywna|teraz|aktualne|bieżące|aktywny teraz|aktywny|aktywna|aktywne|obecny|obecna|bieżący|bieżąca|aktualny|aktualna|występuje|trwały aktywny|obecnie aktywny|teraz obecny|bieżąco występuje|aktywne teraz|akt|ob',
    stored:
      'nieczynna|nieczynny|nieczynne|ustąpił|ustąpiła|pamiętana|pamiętany|zapamiętana|zapamiętany|pasywny|pasywna|nieaktywny|nieaktywna|nieobecny|nieobecna|pamięć|zapisany|zapisana|zapisane|potwierdzony|potwierdzona|w pamięci|statyczny zapisany|zarejestrowany|zarejestrowana|niewystępujący|nie występuje|zap|potw',
    comesAndGoes:
      'sporadycznie|czasami|okresowo|pojawia się i znika|sporadyczny|sporadyczna|przerywany|okresowy|chwilowy|przejściowy|spor',
    pending: 'oczekujący|oczekująca|wstępny|wstępna|niepotwierdzony|niepotwierdzona|tymczasowy',
    history:
      'stary|stara|wcześniejszy|wcześniejsza|wcześniej|poprzednio|historyczny|historyczna|przeszły|przeszła|poprzedni|dawny|archiwalny|hist',
    permanent: 'permanentny|trwały|stały',
  },
  reach: {
    read: 'znalezione|znaleziono|wykryte|wykryto|nawiązano połączenie|komunikuje się|pozytywna|nawiązana|połączony|połączono|odczytano|odczytany|odpowiada|odpowiedział|tak|komunikacja ok|obecny|zakończono|online|pomyślnie|rozpoznano',
    clean:
      'nie zgłosił usterek|nie zgłosiła usterek|nie zgłosił błędów|nie odczytano kodów|nie znaleziono kodów|nie wykryto kodów|nie znaleziono usterek|nie stwierdzono|nie stwierdzono usterek|brak zdarzeń|bez kodów|brak wpisów|bez wpisów|brak dtc|brak usterek|brak błędów|brak kodów|bez usterek|bez błędów|brak|brak usterki|brak kodów usterek|0 usterek|brak zapisów|pamięć pusta|pusta|pusto|nic|bez zastrzeżeń|sprawny|w porządku|brak zapisanych usterek|brak zapisanych błędów|brak zapisanych kodów|wolny od usterek|zero usterek|brak nieprawidłowości|pamięć usterek pusta|usterek nie znaleziono|błędów nie znaleziono|nie wykryto usterek|usterek brak',
    silent:
      'komunikacja nie powiodła się|połączenie nie powiodło się|nie udało się połączyć|nie nawiązano połączenia|nieosiągalna|nieosiągalne|nie znaleziono|nie znaleziony|nie nawiązano komunikacji|brak odp|bez komunikacji|bez odpowiedzi|niepołączony|nieodpowiadające|nieodpowiadający|które nie odpowiadają|brak odpowiedzi|nie odpowiada|brak komunikacji|nie odpowiedział|brak połączenia|milczy|błąd komunikacji|nie komunikuje się|brak kontaktu|nieosiągalny|komunikacja niemożliwa|brak łączności|offline|nie można nawiązać komunikacji|nie można nawiązać połączenia|brak sygnału|nie zgłasza się|utracono komunikację|komunikacja nieudana|brak danych',
    notFitted:
      'niezamontowane|nie zamontowane|niedostępny w tym pojeździe|niedostępne w tym pojeździe|nie zamontowany|nie zamontowana|nie zainstalowany|nie zainstalowana|nie występuje|niezamontowany|nie zamontowano|brak w pojeździe|nieobecny w pojeździe|nie zainstalowano|niezainstalowany|nieobecny|niewyposażony|nie występuje w pojeździe|brak wyposażenia|nie istnieje|nieskonfigurowany|nie ma w pojeździe|opcja niezamontowana|nie dotyczy',
    unsupported:
      'nie obsługiwany|nie obsługiwana|nieobsługiwany|nie jest obsługiwany|nieobsługiwane|nie obsługuje|niedostępny|brak obsługi|usługa nieobsługiwana|poza zasięgiem czytnika|niedostępny w tym czytniku|protokół nieobsługiwany',
    timedOut:
      'przekroczony czas|przekroczono czas oczekiwania|przekroczono czas|timeout|upłynął czas|przekroczenie czasu',
    refused:
      'negatywna|odmowa dostępu|żądanie odrzucone|odrzucono|odmowa|dostęp zabroniony|odpowiedź negatywna|zablokowany|brak dostępu|dostęp zablokowany|brak uprawnień|żądanie odmówione',
    unclear:
      'nie odczytano|nieodczytany|nie sprawdzono|pominięto|przerwano|niekompletny|błąd odczytu|nieczytelny',
    holdsCodes:
      'kod|kody|kodów|usterki obecne|obecne usterki|usterki zapisane|wpis|wpisy|wpisów|zdarzenie|usterka|usterki|błąd|błędy|są usterki|nok',
    nothingAnswered:
      'żaden sterownik nie odpowiada|nie znaleziono sterowników|brak komunikacji z pojazdem|brak połączenia z pojazdem',
  },
  label: {
    module:
      'moduł sterujący|nazwa modułu|nazwa sterownika|sterownik|sterowniki|moduł|moduły|układ|układy|system|jednostka|jednostka sterująca|źródło',
    address: 'adres|adr',
    code: 'usterkę|usterek|usterki|kodów|błędów|wpis|wpisy|wpisów|zdarzenie|kod|kody|usterka|kod usterki|kody usterek|błąd|błędy|kod błędu|dtc',
    type: 'podtyp|podkod|subcode|typ|rodzaj|rodzaj usterki|symptom|objaw',
    status: 'stan aktualny|aktualny stan|obecność|stan|status|stan usterki',
    byte: 'bajt|bajt stanu|bajty|bajt statusu',
    count: 'licznik|ilość|liczba|częstość|razy|liczba wystąpień',
    text: 'powód|opis|tekst|znaczenie|treść|komunikat|uwaga|uwagi|nazwa usterki',
    result: 'wynik|znaleziono|znaleziony',
    link: 'odpowiada|kontakt|łączność|komunikacja|odpowiedź|połączenie',
    total: 'razem|suma|łącznie|ogółem',
    ident:
      'schemat elektryczny|schemat|biuletyn|zdjęcie|śruba|spinka|użytkownik|kosztorys|zamówiono|do zamówienia|identyfikacja|numer części|nr części|część|numer katalogowy|artykuł|numer seryjny|nr seryjny|sprzęt|złącze|wtyczka|lakier|kod lakieru|kolor|zamówienie|nr zamówienia|kalibracja|telefon|tel|rejestracja|nr rejestracyjny|kluczyk|faktura|nr ref|stanowisko|kod radia|zlecenie|oferta|partia|moment|naklejka',
    environment:
      'warunki otoczenia|ramka zamrożona|warunki|dane otoczenia|wartości mierzone|znacznik czasu|dane zamrożone',
    reader: 'czytnik|urządzenie|tester|przyrząd|odczytano za pomocą',
    software: 'oprogramowanie|wersja oprogramowania|wersja|program',
    date: 'data|czas|godzina|data i godzina|wydrukowano',
    odometer: 'przebieg|km|licznik km|drogomierz|stan licznika',
    supplyVolts: 'napięcie|napięcie akumulatora|akumulator|zasilanie',
    vin: 'vin|numer nadwozia|nr nadwozia|numer podwozia',
    other:
      'pojazd|samochód|klient|mechanik|warsztat|model|marka|zapłon|strona|dane|rocznik|prędkość|temperatura|obroty',
  },
  title:
    'priorytet|sekcja|rozdział|tabela|przed kasowaniem|po kasowaniu|przed naprawą|po naprawie|krok|karta|wynik skanowania|wyniki|lista|wykaz|odczyt|skanowanie|zestawienie|raport|podsumowanie|diagnostyka|diagnostyczny|raport diagnostyczny|pełny odczyt|legenda|raport usterek|wydruk|lista usterek|wyciąg|szybki test|przegląd',
  sign: 'wysoki|średni|niski|krytyczne|poważne|koniec|strona|razem|pamięć|szczegóły|odczyt',
  now: 'teraz|obecnie|aktualnie|w tej chwili',
  earlier: 'wcześniej|poprzednio',
  away: 'nieaktywny|nieobecny|pasywny|nieaktywna|nieobecna|pasywna',
  all: 'wszystkie|oba',
  parts: 'części',
  without: 'nie ma|brak|bez|zero',
  not: 'nie|brak|już nie',
  yes: 'tak',
  no: 'nie',
  nothing: 'nic',
  failed: 'błąd',
  named: 'nazwa',
  months: 'sty|lut|mar|kwi|maj|cze|lip|sie|wrz|paź|lis|gru',
  page: 'strona|str',
  within: 'w',
  noLink: 'żaden|nienawiązana|niemożliwa|niemożliwe|brak|żadna|utracona',
  modules: 'moduły|sterowniki|systemy',
  others: 'reszta|inaczej|pozostałe|inne',
  modulesToo: 'telefon|akumulator|zapłon|kluczyk',
  asking: 'odczytaj|czytaj|otwórz|początek|wybór|odczyt|połączenie|test',
  cleared: 'skasowane|skasowano|usunięte',
  business: 'warsztat|autoserwis|serwis samochodowy|blacharnia|blacharstwo|sp z o o',
  articles: '',
  and: 'i|oraz',
  then: 'potem|także',
  ordinals: 'pierwszy|drugi|trzeci|pierwsza|druga|trzecia',
  figures: 'jeden|jedna|dwa|dwie|trzy|cztery|pięć|sześć|siedem|osiem|dziewięć|dziesięć',
  verbs: 'zgłosił|zgłosiła|wykrył|wykryła|pokazuje|daje|zgłasza|zawiera|jest|są|był|była|mówi|ma',
  filler:
    'pozostałe|inne|już|aktualnie|obecnie|ale|wpisy|pamięci|wpis|wykryto|znaleziono|odczytano|sterownikiem|modułem|km|następujące|w|z|ze|na|do|od|i|oraz|przez|ten|tego|tym|jest|są|był|się|sterownik|sterownika|moduł|pojazd|pojazdu|pojeździe|czytnik|usterka|kod|stan|zapisane|zapisany|wykryte|układ|podczas|odczytu|nie ma|ma|dla|urządzenie|komunikacji|komunikacja|może|po|próbach|pamięć|usterek|błędów|jeszcze|tylko|magistrala|nie|żadnych|czytnika|tester|testera|urządzenia|teraz',
};
