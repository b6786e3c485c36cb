/** What a phrase of a sheet is about. */
export type PrintedTerm =
  | "power"
  | "distortion"
  | "distortion-and-noise"
  | "response"
  | "noise"
  | "damping"
  | "separation"
  | "gain"
  | "headroom"
  | "supply"
  | "bridged"
  | "per-channel"
  | "channels-driven"
  | "all"
  | "both"
  | "one"
  | "burst"
  | "music"
  | "peak"
  | "maximum"
  | "total"
  | "a-weighted"
  | "reference"
  | "range"
  // "à 20 kHz" is to or at.
  | "to-or-at"
  | "or"
  // What is no claim that a run can judge.
  | "mains"
  | "speaker"
  | "phono"
  | "intermodulation"
  | "power-bandwidth"
  | "sensitivity"
  | "tone-control"
  | "efficiency"
  | "damping-ohms"
  | "balance"
  | "slew-rate"
  | "mass"
  | "size"
  | "idle"
  | "standby"
  | "rated"
  | "smpte"
  | "ccif"
  | "not-measured";

/**
 * Phrases in English, German, French, Dutch, Italian and Spanish, in lower case with plain dashes; the longest that
 * fits counts. Common printing of sheets.
 */
const PHRASES: Readonly<Record<PrintedTerm, string>> = {
  power:
    "(?:rated |nominal |continuous |rms |sine ?wave )?(?:power output|output power|output)|(?:continuous |rated |rms )?power|rms|(?:dauer|sinus|nenn|ausgangs)?leistung|dauerausgangsleistung|puissance(?: de sortie| nominale| continue| efficace| rms)*|(?:uitgangs|sinus|continu)?vermogen|potenza(?: di uscita| d'uscita| nominale| continua)*|potencia(?: de salida| nominal| continua)*",
  distortion:
    "t\\.? ?h\\.? ?d\\.?|(?:total )?harmonic distortion(?: \\(thd\\))?|distortion|gesamtklirrfaktor|klirrfaktor(?: \\(thd\\))?|klirr|verzerrung(?:en)?|(?:taux de )?distorsion(?: harmonique)?(?: totale)?(?: \\(thd\\))?|dht|(?:totale )?(?:harmonische )?vervorming|distorsione(?: armonica)?(?: totale)?(?: \\(thd\\))?|distorsión(?: armónica)?(?: total)?",
  "distortion-and-noise":
    "(?:t\\.? ?h\\.? ?d\\.?|(?:total )?harmonic distortion|distortion|klirrfaktor|distorsion|vervorming|distorsione) ?(?:\\+|&|plus|and|und|et|en|e) ?(?:n(?![a-z])|noise|rauschen|bruit|ruis|rumore)",
  response:
    "(?:frequency|freq\\.?|amplitude) (?:response|resp\\.?|range)|response|frequenzgang|frequenzbereich|übertragungsbereich|bande passante|réponse en fréquence|frequentie(?:bereik|karakteristiek|respons)|risposta in frequenza|banda passante|respuesta (?:en|de) frecuencia",
  noise:
    "signal[ -/]*(?:to[ -]?)?noise(?: ratio)?|s ?/ ?n(?: ratio)?|snr|hum (?:and|&) noise|(?:residual |output )?noise|fremdspannungsabstand|geräuschspannungsabstand|rauschabstand|störabstand|signal-rausch-abstand|rapport signal[ /-]*(?:sur )?bruit|signaal-?ruis\\w*|rapporto segnale[ /-]*rumore|relación señal[ /-]*ruido",
  damping:
    "damping(?: factor)?|dämpfungsfaktor|facteur d'amortissement|dempingsfactor|fattore di smorzamento|factor de amortiguamiento",
  separation:
    "crosstalk|cross-talk|(?:channel |stereo )?separation|kanaltrennung|übersprechdämpfung|übersprechen|séparation des canaux|diaphonie|kanaalscheiding|overspraak|separazione (?:dei )?canali|diafonia|separación de canales",
  gain: "(?:voltage |overall )?gain|(?:spannungs)?verstärkung|gain en tension|versterking|guadagno|ganancia",
  headroom: "(?:dynamic |ihf )?headroom",
  supply:
    "(?:external )?(?:power (?:supply|brick|adapter|adaptor)|psu|adapter|adaptor|supply)|netzteil|bloc d'alimentation|alimentation|voeding|alimentatore|fuente de alimentación",
  bridged:
    "bridged(?: mono)?|mono bridge|bridge|btl|mono mode|gebrückt|brückenbetrieb|ponté|pontée|en pont|gebrugd|a ponte|en puente",
  "per-channel":
    "per (?:channel|ch\\.?|side)|each channel|(?:pro|je) kanal|par canal|per kanaal|per canale|por canal|/ ?ch(?:annel)?\\.?|/ ?kanal",
  "channels-driven":
    "channels? (?:are |being )?driven|ch\\.? driven|driven|kanäle (?:ausgesteuert|betrieben|belastet)|kanal (?:ausgesteuert|betrieben|belastet)|canaux (?:en service|chargés|sollicités)|canal (?:en service|chargé)|kana(?:len|al) (?:uitgestuurd|belast)|canal[ei] (?:pilotat[oi]|in funzione)|canal(?:es)? (?:excitados?|en funcionamiento)",
  all: "all|alle|tous les|tutti i|todos los",
  both: "both|beide|les deux|entrambi i|ambos",
  one: "one|single|ein|eine|un seul|één|un solo|un",
  burst: "dynamic power|dynamic|(?:tone )?bursts?|impulsleistung",
  music: "music power|musikleistung|musique|muziekvermogen|musicale|potencia musical",
  peak: "peak|pmpo|spitzenleistung|crête|piek(?:vermogen)?|picco|pico",
  maximum: "short[- ]term|max(?:imum|imal|imale|imo)?\\.?",
  total: "total|system power|gesamt(?:leistung)?",
  "a-weighted":
    "a[- ]?(?:weight(?:ed|ing)?|network)|\\(a\\)|ihf[- ]a(?![a-z])|a-?bewertet|pondéré a|pondération a|a-gewogen|pesato a|ponderado a",
  reference:
    "ref(?:erence|erred)?\\.?(?: to)?|re\\.?(?= )|below|rel(?:ative)?\\.?(?: to)?|bezogen auf|bez\\.|par rapport à|réf\\.|t\\.o\\.v\\.|rispetto a|rif\\.",
  range: "to|bis|tot|hasta|through|up to",
  "to-or-at": "(?:à|a|al)(?= \\d)",
  or: "or|and|oder|und|ou|et|of|en|o|e(?= \\d)|y",
  mains:
    "(?:power |mains )?consumption|(?:power |mains |ac )requirements?|consum\\w*|mains|draws?|leistungsaufnahme|stromverbrauch|verbrauch|netzspannung|netzanschluss|consommation(?: électrique)?|puissance (?:consommée|absorbée)|(?:opgenomen |stroom)?verbruik|opgenomen vermogen|assorbi\\w*|potenza assorbita|absorb\\w*|consumo",
  speaker:
    "(?:recommended |suitable )?(?:loud)?speakers?(?: impedance)?|recommended|lautsprecher\\w*|enceintes?|haut-parleurs?|luidsprekers?|diffusori|altoparlant[ei]|altavoces",
  phono: "phono|riaa",
  "damping-ohms":
    "output impedance|output resistance|source impedance|ausgangsimpedanz|ausgangswiderstand|innenwiderstand|impédance de sortie|uitgangsimpedantie|impedenza di uscita|impedancia de salida",
  balance:
    "channel balance|balance between channels|channel (?:matching|difference)|kanalgleichheit|kanalunterschied|équilibre des canaux",
  "slew-rate":
    "slew[- ]rate|anstiegsgeschwindigkeit|anstiegsrate|vitesse de balayage|velocità di salita",
  mass: "(?:net )?weight|mass|gewicht|masse|poids|peso|masa",
  size: "dimensions?(?: \\([wbhdlxt ]+\\))?|size|abmessungen|maße|afmetingen|dimensioni|dimensiones",
  idle: "idle|no signal|quiescent|leerlauf|au repos|in rust|a riposo|en reposo",
  standby: "standby|stand-by|bereitschaft|veille",
  rated: "at (?:rated|full) (?:power|output)|full power|vollast|volllast",
  smpte: "smpte",
  ccif: "ccif|itu-r|twin[- ]tone|difference[- ](?:tone|frequency)",
  intermodulation:
    "(?:smpte |ccif |intermodulation )?intermodulation(?: distortion)?|imd|i\\.? ?m\\.? distortion|intermodulations\\w*|distorsion d'intermodulation|intermodulatie\\w*|intermodulazione",
  "power-bandwidth":
    "power bandwidth|leistungsbandbreite|bande passante en puissance|vermogensbandbreedte|banda di potenza",
  sensitivity:
    "(?:input )?sensitivity|eingangsempfindlichkeit|empfindlichkeit|sensibilité(?: d'entrée)?|(?:ingangs)?gevoeligheid|sensibilità(?: d'ingresso| di ingresso)?|sensibilidad",
  "tone-control":
    "tone controls?|bass(?= *[±(:+])|treble|loudness|klangregler|contrôle de tonalité",
  efficiency:
    "efficiency|wirkungsgrad|rendement|rendimento|rendimiento|humidity|tolerance|regulation|duty cycle|sag",
  "not-measured": "input impedance|eingangsimpedanz|output current|fuse|warranty|bluetooth|cinema",
};

/** Letters of any language of the sheets; a phrase must not end within a word. */
const LETTER = "a-zà-öø-ÿ";

const TERMS = Object.keys(PHRASES) as PrintedTerm[];
const MATCHERS = TERMS.map((term) => ({
  term,
  pattern: new RegExp(`(?:${PHRASES[term]})(?![${LETTER}])`, "y"),
}));

/** The longest phrase that begins at a place; null where none does. */
export const termAt = (text: string, at: number): { term: PrintedTerm; length: number } | null => {
  let best: { term: PrintedTerm; length: number } | null = null;
  for (const { term, pattern } of MATCHERS) {
    pattern.lastIndex = at;
    const length = pattern.exec(text)?.[0].length ?? 0;
    if (length > (best?.length ?? 0)) best = { term, length };
  }
  return best;
};
