import type { LanguageWords } from './language.js';

export const french: LanguageWords = {
  name: 'French',
  status: {
    active:
      'persistant|persistante|maintenant|prés|pres|statique|actuels|présents|actifs|présent|présente|actif|active|actuel|actuelle|défaillant|en cours|actuellement présent|permanent présent|présent actuellement|actif actuellement|permanent et présent|en défaut|constaté|act',
    stored:
      'passif|passive|inactif|inactive|absente|mém|mem|mémo|absent|mémorisé|mémorisée|confirmé|confirmée|enregistré|enregistrée|stocké|en mémoire|disparu|non présent|non actif|plus présent|enregistré en mémoire|conservé|non actuel|passager|conf|enr',
    comesAndGoes:
      'temporaire|par intermittence|de façon intermittente|sporadiquement|parfois|va et vient|par moments|intermittent|intermittente|fugitif|fugitive|sporadique|aléatoire|int|fug',
    pending:
      'en attente|en cours de maturation|provisoire|non confirmé|en attente de confirmation|à confirmer|suspecté|att',
    history:
      'avant|auparavant|apparu précédemment|historique|passé|passée|ancien|ancienne|antérieur|hist|précédemment|antérieurement',
    permanent: 'permanent|permanente',
  },
  reach: {
    read: 'bonne|bon|réussie|trouvé|trouvés|trouvée|trouvées|détecté|détectés|connexion établie|a communiqué|communique|positive|positif|établie|établi|connecté|connectée|lu|lue|identifié|oui|répond|a répondu|communication ok|lecture ok|correcte|effectuée|effectué|terminée|présent|dialogue ok|en ligne',
    clean:
      'aucun événement|sans défauts|aucune entrée|aucun dtc|pas de dtc|0 dtc|aucun défaut|pas de défaut|sans défaut|aucun code|pas de code|sans code|aucun|néant|aucun code défaut|pas de code défaut|rien à signaler|zéro défaut|aucune anomalie|ras|rien|mémoire vide|vide|pas de défauts|aucun défaut mémorisé|aucun défaut présent|aucun défaut détecté|exempt de défaut|bon|conforme|aucun problème|aucun code présent|pas d anomalie|sans anomalie|aucune panne|mémoire défauts vide|zéro|0 défaut',
    silent:
      'communication échouée|connexion échouée|échec de communication|échec de la communication|impossible de communiquer|communication non établie|absente du réseau|absent du réseau|absent sur le réseau|non joint|injoignable|pas joint|impossible à joindre|non joignables|pas de liaison|absence de dialogue|absence de communication|absence de réponse|pas de dialogue|introuvable|non trouvé|non détecté|non détectée|n a pas communiqué|pas de rép|non atteint|non atteints|non atteinte|non connecté|non connectée|muets|qui ne répondent pas|pas de réponse|ne répond pas|aucune réponse|muet|muette|pas de communication|aucune communication|sans réponse|communication impossible|ne communique pas|n a pas répondu|défaut de communication|dialogue impossible|échec de dialogue|non répondu|pas répondu|dialogue interrompu|perte de communication|communication absente|sans dialogue|silencieux|silencieuse|hors ligne|communication perdue|liaison impossible|sans communication|ne dialogue pas|erreur de communication|n est pas joignable|non joignable',
    notFitted:
      'non équipés|non montés|non installés|non disponible sur ce véhicule|non monté|absent du véhicule|absents du véhicule|non équipé|non installé|non présent|absent|calculateur absent|non présent sur le véhicule|non prévu|non présent sur ce véhicule|pas monté|pas équipé|inexistant|non configuré|pas installé|non montée|non installée|non équipée|n existe pas|sans équipement|option absente',
    unsupported:
      'non supporté|non pris en charge|non supportée|ne supporte pas|non disponible|non gérée|non géré|service non supporté|pas supporté|pas pris en charge|hors de portée de l appareil|non lisible avec cet appareil|protocole non supporté|non prise en charge|non accessible avec cet outil',
    timedOut:
      'délai dépassé|délai d attente dépassé|temps dépassé|timeout|délai expiré|temps écoulé|hors délai|dépassement de délai|dépassement du délai|temps d attente dépassé',
    refused:
      'négative|négatif|accès refusé|requête refusée|refusé|refusée|réponse négative|accès verrouillé|rejetée|verrouillé|accès interdit|accès sécurisé|interdit|accès non autorisé|demande rejetée|demande refusée',
    unclear:
      'non lu|non lus|non lue|non testé|non interrogé|interrompu|non contrôlé|illisible|incomplet|incomplète|erreur de lecture|lecture impossible|lecture interrompue',
    holdsCodes:
      'événement|événements|défaut|défauts|en défaut|nok|défaut présent|défauts présents|défauts mémorisés|défaut mémorisé|en panne',
    nothingAnswered:
      'aucun calculateur ne répond|aucun calculateur trouvé|pas de communication avec le véhicule|aucun calculateur n a répondu|aucune communication avec le véhicule',
  },
  label: {
    module:
      'uce|calc|module de commande|nom du calculateur|nom du module|calculateur|calculateurs|module|modules|système|systèmes|organe|unité|unité de commande|source',
    address: 'adresse|adr',
    code: 'code d’erreur|codes d’erreur|code panne|codes panne|déf|def|événement|événements|code|codes|défaut|défauts|code défaut|codes défaut|codes défauts|anomalie|dtc',
    type: 'sous type|sous code|subcode|complément|type|caractérisation|type de défaut|symptôme|nature',
    status: 'état actuel|statut actuel|ét|etat|présence|état|statut|situation',
    byte: 'octet|octets',
    count: 'nombre|nombre de|compteur|occurrences|fréquence|nb|fois|apparitions',
    text: 'motif|raison|libellé|description|intitulé|désignation|signification|texte|message|remarque|commentaire',
    result: 'lecture|résultat|trouvé',
    link: 'répond|contact|comm|etat comm|connexion|communication|réponse|liaison|dialogue|identifié|identifie|présent au réseau',
    total: 'total|somme|au total',
    ident:
      'schéma électrique|schéma|bulletin|photo|vis|agrafe|utilisateur|devis|commandé|à commander|identification|référence|n de pièce|numéro de pièce|n pièce|pièce|réf|article|numéro de série|n de série|série|matériel|logiciel n|connecteur|prise|peinture|code peinture|teinte|commande|ordre|étalonnage|calibration|téléphone|tél|immatriculation|baie|clé|facture|indice|code radio|ordre de réparation|lot|poste|couple|autocollant|n d ordre|clé n',
    environment:
      'conditions d apparition|contexte|conditions à la première apparition|données figées|trame figée|conditions ambiantes|horodatage|valeurs mesurées|mesures|paramètres',
    reader: 'lecteur|appareil|outil|testeur|station|lu avec',
    software: 'logiciel|version logiciel|version|programme',
    date: 'date|heure|date heure|imprimé le|le',
    odometer: 'kilométrage|km|distance|compteur kilométrique',
    supplyVolts: 'tension|tension batterie|batterie|alimentation|tension de batterie',
    vin: 'vin|numéro de châssis|n de châssis|châssis|nº de série du véhicule',
    other:
      'véhicule|client|technicien|mécanicien|garage|atelier|modèle|marque|contact|page|données|année|vitesse|vitesse véhicule|température|régime',
  },
  title:
    'priorité|section|chapitre|impression|édition|avant effacement|après effacement|avant réparation|après réparation|étape|fiche|résultats|contrôle global|liste|lecture|balayage|récapitulatif|synthèse|rapport|résumé|diagnostic|bilan|imprimé|légende|rapport de diagnostic|lecture globale|fin du rapport|test court|bilan électronique|relevé|liste des défauts|compte rendu|lectures|test global|diagnostic complet',
  sign: 'élevé|moyen|faible|critique|grave|mineur|gravité|fin|page|total|mémoire|détails|appel|lecture|mémoires',
  now: 'actuellement|maintenant|en ce moment|actuel|actuelle',
  earlier: 'précédemment|auparavant|antérieurement',
  away: 'inactif|absent|passif|inactive|absente|passive',
  all: 'tous|toutes|les deux',
  parts: 'pièces|pièces détachées',
  without: 'aucun|aucune|sans|pas de|zéro',
  not: 'non|pas|plus',
  yes: 'oui',
  no: 'non',
  nothing: 'rien',
  failed: 'échec|erreur',
  named: 'nom',
  months: 'janv|févr|mars|avr|mai|juin|juil|août|sept|oct|nov|déc',
  page: 'page',
  within: 'dans|en',
  noLink: 'pas de|non établie|non effectuée|impossible|aucune|aucun|absente|perdue|échec',
  modules: 'calculateurs|modules|systèmes|unités',
  others: 'reste|le reste|autres|les autres|sinon',
  modulesToo: 'téléphone|batterie|allumage|clé',
  asking: 'lire|interroger|ouvrir|début|sélection|lecture|ouverture|connexion|test|contrôle',
  cleared: 'effacés|effacé|effacées|défauts effacés',
  business: 'garage|atelier|ateliers|carrosserie auto|sarl',
  articles: 'le|la|les',
  and: 'et',
  then: 'puis|ensuite|on',
  ordinals: 'premier|deuxième|second|troisième|premièrement|deuxièmement',
  figures: 'un|une|deux|trois|quatre|cinq|six|sept|huit|neuf|dix',
  verbs: 'trouve|affiche|présente|donne|signale|contient|est|sont|était|dit|a|ont|voici|indique',
  filler:
    'uce|autres|apparaît|mais|contient|contiennent|ne|événement|détecté|détectés|lus|trouvés|trouvé|depuis|km|suivants|suivant|suivante|le|la|les|l|un|une|du|de|des|d|au|aux|par|ce|cet|cette|calculateur|calculateurs|module|véhicule|service|est|sont|a|n|et|en|dans|sur|avec|appareil|outil|lecteur|défaut|défauts|code|état|statut|présent|mémorisé|enregistré|actuellement|lors|lecture|demande|système|pour|qui|attente|restés|resté|pas|dialogue|communication|être|peut|essais|après|réponse|mémoire|relevé|on|il|elle|y|avoir|été|se|toujours|seulement|bus|anomalie|testeur|valise|lu|lue|maintenant',
};
