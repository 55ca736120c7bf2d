import type { LanguageWords } from './language.js';

export const english: LanguageWords = {
  name: 'English',
  status: {
    active:
      'still there|there now|persistent|persisting|unresolved|fails now|steady|constant|continuous|fail now|failed now|fail present|present at last check|present at the last check|present at last test|present at the last test|at this time|for now|at the moment|right now|at present|active|current|present|failed|act|cur|curr|now|test failed|failing|on now|static|tf|present now|currently present|currently active|failing now|live|ongoing|test failing|hard|open now|existing|occurring|yes active|set now|currently set',
    stored:
      'from memory|passing|resolved|currently passing|passed now|test passed|passes now|not now present|not now active|not presently present|not presently active|not present at last check|not present at the last check|not present at last test|not present at the last test|present in memory|set not now|not now|absent|stored|confirmed|memorised|memorized|saved|in memory|sto|stor|conf|mem|latched|before|logged|inactive|passive|cdtc|remembered|recorded|in memory only|kept|retained|soft|confirmed dtc|dormant|cleared itself|gone',
    comesAndGoes:
      'temporarily|intermittently|sporadically|occasionally|sometimes|at times|came and went|intermittent|sporadic|int|intermit|spor|comes and goes|fleeting|occasional|erratic|irregular|transient|temporary|now and then',
    pending:
      'waiting|to be confirmed|awaiting confirmation|first detection|pending|maturing|pend|pnd|unconfirmed|maybe|possible|provisional|pdtc|preliminary|one trip|first trip|suspected|awaiting|not yet confirmed|immature',
    history:
      'past fail|past failure|fail past|failed in the past|formerly|occurred before|was present|was present earlier|was active|historic|history|past|historical|hist|his|previous|aged|old|earlier|former|previously|historical only|older|previously set|set before|set previously|last set|no longer set|at some time|in the past',
    permanent: 'permanent|perm',
  },
  reach: {
    read: 'answers|responds|replies|pos|positive|found|detected|up|replied|reachable|were found|found and read|connection established|connected ok|communicated|reply|answer|connected|linked|read|answered|responded|communication ok|positive response|reached|yes|identified|alive|present|online|talking|communicating|complete|done|success|successful|scanned',
    clean:
      'table empty|list empty|nothing listed|fine|healthy|error free|in order|with nothing|no events|without entries|without any code|ok|pass|passed|none|clear|clean|no dtc|no dtcs|no code|no codes|no fault|no faults|no error|no errors|no trouble codes|no fault codes|no fault entries|no entries|no entry|no faults stored|without faults|without codes|fault free|nothing found|nothing stored|no trouble|no dtcs stored|nil|no dtcs present|empty|empty fault memory|fault memory empty|memory empty|memory clear|nothing in there|nothing to report|no stored faults|no issues|no problems|good|zero faults|zero codes|no faults recorded|no trouble code|no entries stored|no codes set|no active codes|free of faults|all clear|no findings|no alarms|none stored|none found|no active or stored faults|no fault memory entries|no malfunctions|no malfunction|no defects|no dtc s|no faults detected|no fault detected|no codes detected|no faults present|faults not found|fault codes not found|codes not found|dtcs not found|errors not found',
    silent:
      'could not establish communication|no communication could be established|communication could not be established|could not be established|no positive response|could not reach it|could not reach|couldnt reach it|gave no sign of life|nothing came back|nothing back|no life|no sign of life|does not reply|do not reply|comm lost|comms lost|link down|did not respond to the scan tool|does not respond to the scan tool|did not answer the scan tool|does not answer the scan tool|no response to the scan tool|gave no answer|gave no response|gave no reply|communication not possible|communication errors|communication failures|communication problems|communication faults|no communication possible|connection errors|would not answer|would not respond|can not talk|cannot talk|does not talk|no resp|could not connect|cannot connect|unable to connect|failed to connect|connect failed|connection failed|no com|nocom|nocomm|not accessible|inaccessible|nrsp|norsp|wont talk|wont answer|wont respond|will not talk|will not answer|no ans|did not communicate|do not communicate|could not be contacted|not answered|unanswered|no rsp|does not communicate|without communication|without answer|without response|not connected|disconnected|no module answer|no response|no answer|no reply|no communication|no comm|no comms|not responding|does not respond|did not respond|did not answer|does not answer|not answering|not reachable|unreachable|no contact|silent|communication failed|communication failure|comm failed|communication error|comm error|comm fault|communication fault|comm failure|communication lost|not communicating|lost communication|offline|n/r|nr|cannot communicate|would not talk|failed to respond|unable to communicate|no connection|could not be reached|cannot be reached|not reached|link error|link failed|link failure|no link|no signal from unit|not heard|dead|mute|stayed silent|failed to answer|failed to communicate|unresponsive|not seen|no contact with unit|not detected|missing on the bus|bus off|no data|no response received|no reply received|can not communicate|could not communicate|did not reply|no answer received|not on the bus|not found|not found on the bus|not found on bus|unit not found',
    notFitted:
      'not in vehicle configuration|not in the vehicle configuration|not in configuration|not in this van|not on this van|not on this car|not in this one|not on this one|not there|not fitted to this car|not part of vehicle|not fitted|not installed|not equipped|not present|absent|n/f|not in vehicle|not on this vehicle|not in this vehicle|not mounted|not part of this vehicle|not built in|not part of|not configured|not coded|not specified|not in the car|no such module|not ordered|not built|not in this car|without this option|option not fitted|not available on this vehicle|not on vehicle|not applicable|n/a|does not have one',
    unsupported:
      'not supported|unsupported|does not support|does not support this function|function not supported|n/s|not available in this reader|not available|no support|not covered|not supported by this reader|service not supported|protocol not supported|cannot be read with this reader|no access with this reader|unknown to this reader|reader cannot reach it|out of reach for this reader|not readable with this reader|not in this reader|outside the reach of this reader',
    timedOut:
      'timeout|time out|timed out|no response within|no answer within|no reply within|timeout while reading|time limit exceeded|request timed out|no response in time|expired',
    refused:
      'negative|refused|refused the session|session refused|no access|access denied|denied|security access denied|negative response|rejected|request refused|locked|security locked|not permitted|service refused|security access|access refused|permission denied|request rejected|blocked|conditions not correct|nrc',
    unclear:
      'not read|not scanned|not tested|not checked|skipped|aborted|interrupted|incomplete|not readable|unreadable|read error|data error|error while reading|not completed|partly read|not requested|not polled',
    holdsCodes:
      'contains codes|contains faults|has codes|has faults|problem|problems|finding|findings|issue|issues|event|events|fault|faults|faulty|nok|not ok|n ok|fail|failed|dtc|dtcs|codes|codes present|codes found|codes stored|dtc s found|faults found|faults present|faults stored|fault present|fault found|not clear',
    nothingAnswered:
      'no module answered|no modules answered|no modules responded|no module responded|no modules responding|no modules found|no ecus responded|no ecus found|no ecu answered|no control unit answered|no control units found|no units answered|no units found|no modules detected|no connection to vehicle|no connection to the vehicle|no communication with vehicle|no communication with the vehicle|no vehicle connection|no vehicle communication',
  },
  label: {
    module:
      'electronic control unit|electronic control units|electronic unit|name of module|name of unit|module|modules|control unit|control module|unit|units|ecu|ecus|system|systems|controller|controllers|device name|where|source|component|node name|sys|mod|ctrl|unit name|module name|controller name|node',
    address:
      'network id|network address|bus address|ecu id|module id|unit id|address|addr|id|bus id|node|node id|can id',
    code: 'trouble id|fault id|error id|dtc id|code id|trouble number|fault number|dtc number|finding|findings|problem|problems|diagnostic code|diagnostic codes|diagnostic trouble code|diagnostic trouble codes|issue|issues|event|events|first fault|first code|code|codes|dtc|dtcs|fault|faults|fault code|trouble code|error|errors|error code|entry|entries|fault entry',
    type: 'kind|subcode|failure byte|fault type|fault byte|extension byte|detail code|type|failure type|ftb|ft|sub|subtype|sub code|sub type|symptom|suffix|fault symptom|failure',
    status: 'sts|sta|flag|flags|current state|current status|cond|presence|status|state|condition|stat|st',
    byte: 'bits|sb|stb|byte|hex|bytes|mask|status mask|dtc mask',
    count:
      'flt|faults no|count|counter|occurrences|occurrence|times|times seen|seen|freq|frequency|number of|how often|occ|cnt|qty|hits|times set|cycles|no of times',
    text: 'reason|description|desc|meaning|text|wording|definition|details|detail|message|note|notes|long text|information|info|comment|remark|remarks|what|fault text|code text|explanation|fault description|descr|txt|title',
    result: 'result|found',
    link: 'contact|answered|responded|responds|alive|reachable|link|rsp|rx|resp|communication|comm|comms|answer|connection|response|reply|online|reached',
    total: 'totals|total|sum|in total|overall',
    ident:
      'identity|recall|campaign|label|wiring diagram|circuit diagram|diagram|schematic|bulletin|service bulletin|plate|photo|picture|image|room|user|technician id|clip|bracket|screw|bolt|estimate|ordered|to order|identification|key tag|tag|adapter|identifiers|part|part number|part no|p/n|pn|article|order|order part|serial|serial number|serial no|hardware|hw|firmware|fw|software number|software no|sw no|hw no|calibration|cal|connector|plug|paint|paint code|colour|color|bay|document|doc|version id|ident|key|key number|phone|tel|telephone|fax|dataset|data set|coding|stock|item|invoice|reference|ref|job|job number|customer number|quote|work order|order number|radio code|lock code|key code|key no|badge|article number|batch|lot|revision|release|spare part|ticket|offer|bin|rack|shelf|account|extension|licence|license|licence plate|registration|file|id number|torque|sticker',
    environment:
      'freeze frame|freeze frames|ambient conditions|conditions when first stored|conditions when stored|conditions|environment|environmental data|environment data|snapshot|snapshot data|extended data|time stamp|timestamp|live data|live values|measured values|actual values|operating conditions',
    reader: 'rdr|reader|tool|device|scan tool|scan reader|read with|tester|interface',
    software: 'software|sw|reader software|version|program|programme|sw version|software version',
    date: 'date|time|date and time|date/time|read at|scan date|printed|printed on|printed at',
    odometer: 'odometer|mileage|distance|odo|odo km|km|odometer reading',
    supplyVolts: 'voltage|battery voltage|supply voltage|battery|supply|ubat|system voltage',
    vin: 'vin|chassis number|chassis',
    other:
      'vehicle|car|customer|technician|shop|workshop|garage|model|make|year|ignition|page|data|dump|from|to|subject|speed|vehicle speed|temperature|monitors|owner|engine speed|rpm|session|address of shop|street|insurer|claim|adviser|advisor|our reference|your contact|colour name',
  },
  title:
    'comparison|priority|section|chapter|table|before clearing|after clearing|before clear|after clear|pre clear|post clear|prior to repair|before repair|after repair|before repairs|after repairs|pre repair|post repair|work card|job card|list of|step|sheet|map|results|further|newest|oldest|inventory|report|ecu list|module list|list of modules|unit list|system list|code reader|raw fault memory|raw service output|fault memory|scan|summary|overview|diagnosis|diagnostic|diagnostics|protocol|read-out|readout|read out|printed|roll call|short test|legend|regards|end of report|fault overview|quick list|fault memory extract|extract|fault list|fault report|code list|dtc list|error list|faults as read|codes found|customer copy|quick test|self test|log of|scan start|scan end|test result|health check|print out|fault print out',
  sign: 'high|medium|low|critical|minor|major|severe|severity|end|page|total|sum|results|details|trouble codes|complete|print|key to the letters|hello|vehicle|code reader',
  now: 'at this time|for now|now|right now|at present|at the moment|currently|presently',
  earlier: 'previously|formerly|earlier|at some time|in the past',
  away: 'inactive|absent|passive|gone|dormant',
  all: 'all|both|each',
  parts: 'parts|spare parts|ordered parts|materials',
  without: 'no|without|zero|free of',
  not: 'not|no longer',
  yes: 'set|yes|y|true',
  no: 'not set|unset|no|n|false',
  nothing: 'nothing|nothing at all',
  failed: 'fail|failed|failure|error|lost|down|off|nok|ko',
  named: 'name',
  months: 'jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec',
  page: 'page|p',
  within: 'in|for',
  noLink: 'no|impossible|none|nothing|failure|lost',
  modules: 'modules|units|ecus|control units|control modules|systems|controllers',
  others:
    'rest|the rest|everything else|otherwise|others|all others|the others|all the others|unmarked|no mark',
  modulesToo: 'telephone|phone|battery|ignition|key|keys|distance|speed|temperature|interface|connector',
  asking:
    'begin|beginning|start|starting|select|selecting|read|reading|open|opening|connect|connecting|query|scan|scanning|test|testing|check|checking',
  cleared: 'cleared|erased|deleted|were cleared|cleared codes|codes cleared',
  business:
    'garage|workshop|body works|bodyworks|body shop|bodyshop|auto repair|auto repairs|car repairs|motor works|coachworks|repair centre|repair center|collision centre|collision center|accident repair|panel beaters|service centre|service center|dealership|ltd|inc|llc',
  articles: 'the',
  and: 'and',
  then: 'also|then|there',
  ordinals: 'first|second|third|fourth|fifth|next|last',
  figures: 'one|two|three|four|five|six|seven|eight|nine|ten',
  verbs:
    'show|stores|opened|gave|sent|reported|lists|showed|listed|returned|read|we|gives|reports|holds|contains|is|are|was|were|says|said|has|have|had|found|shows',
  filler:
    'reported|held|holds|moment|reports|report|remain|remains|remaining|again|requests|attempts|tries|polls|had|other|others|occurs|occur|appears|van|checked|but|me|us|tried|twice|once|event|were|was|read|seen|since|km|following|the|a|an|by|from|to|this|that|module|modules|ecu|unit|control|system|reader|tool|device|vehicle|car|service|in|on|of|with|at|and|while|when|reading|ms|s|is|are|stored|found|detected|present|currently|fault|code|codes|status|it|its|has|have|any|at all|stayed|shown|more|mask|availability|request|security|access|here|state|byte|for|seconds|second|trouble|all|mode|test|after|attempt|try|part|communication|been|could|there|nothing|ecus|units|not|do|does|did|we|got|get|still|only|just|then|received|using|via|bus|can|response|answer|node|or|dtc|dtcs|error|errors|memory|scanner|tester|err',
};
