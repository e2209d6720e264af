/**
 * Words that separations and layers are named with, by language: data of the matcher in names.ts. Lower case, without accents
 * (ß is ss), as the matcher folds them. Common practice.
 */

/** What lines of a blade, a fold or a jig are; none of them prints. */
export const LINE_ROLES = [
  'cut',
  'kiss-cut',
  'crease',
  'perforate',
  'register',
  'technical',
] as const;
export type LineRole = (typeof LINE_ROLES)[number];

export type NamedKind = 'white' | 'metallic' | 'clear' | LineRole;

/**
 * Blank-separated words. A word that begins with * may end a compound, as in Deckweiss; one that begins with ? means other things
 * too, and counts only where nothing else is said.
 */
export const KIND_WORDS: Readonly<Record<NamedKind, Readonly<Record<string, string>>>> = {
  white: {
    en: 'white whites wht whiteink underbase underprint undercoat underwhite basecoat',
    de: '*weiss weisse weissdruck weissunterdruck unterlegweiss deckweiss vorweiss ?unterdruck',
    fr: 'blanc blanche blancs soutien',
    it: 'bianco bianca biancho sottofondo',
    es: 'blanco blanca',
    pt: 'branco branca',
    nl: '?wit wit dekwit witdruk onderwit',
    sv: '?vit vitt underlagsvit',
    da: 'hvid hvidt',
    no: 'hvit hvitt',
    fi: 'valkoinen valko',
    pl: 'bialy biala biale biel poddruk',
    cs: 'bila bily bile beloba podtisk',
    sk: 'biela biely podtlac',
    hu: 'feher alafeher',
    ro: '?alb ?alba',
    hr: 'bijela bijeli',
    sl: '?bela ?beli',
    lt: 'balta baltas',
    lv: 'balts balta',
    et: 'valge',
    el: 'λευκο ασπρο',
    ru: 'белыи белая белое белила белилами подложка',
    uk: 'білии біла біле білила підкладка',
    bg: 'бял бяло',
    tr: 'beyaz',
    ar: 'ابيض',
    he: 'לבן',
    hi: 'सफेद',
    th: 'ขาว',
    vi: 'trang',
    id: 'putih',
    zh: '白 白色 白墨',
    ja: '白 ホワイト',
    ko: '흰색 백색 화이트',
  },
  metallic: {
    en: 'silver silvers gold metallic ?metal ?bronze ?copper',
    de: '*silber gold metallisch kupfer ?bronze',
    fr: 'argent argente dore metallique ?cuivre ?or',
    it: 'argento ?oro metallizzato ?rame',
    es: 'plata ?oro dorado plateado metalico',
    pt: 'prata ?ouro dourado metalizado',
    nl: 'zilver goud metaal',
    sv: 'silver guld ?metall',
    da: 'solv guld',
    fi: 'hopea kulta',
    pl: 'srebro srebrny zloto zloty',
    cs: 'stribro stribrna zlato zlata',
    hu: 'ezust arany',
    ru: 'серебро серебряныи золото золотои металлик бронза',
    uk: 'срібло золото',
    tr: 'gumus altin',
    zh: '银 金 银色 金色 银墨 金墨',
    ja: '銀 金 シルバー ゴールド',
    ko: '은색 금색',
  },
  clear: {
    en: 'clear varnish ?gloss ?glossy lacquer ?coating ?coat clearcoat topcoat ?transparent ?uv spotuv',
    de: '*lackierung lackierung klarlack drucklack uvlack lackform',
    fr: 'vernis',
    it: 'vernice lucido verniciatura',
    es: 'barniz barnizado ?laca',
    pt: 'verniz',
    nl: 'vernis lak',
    sv: 'lack fernissa',
    da: '?lak lakering',
    fi: 'lakka',
    pl: 'lakier',
    cs: '?lak parcialni',
    hu: 'lakk',
    ru: 'лак лакировка',
    uk: 'лак',
    tr: '?lak vernik',
    zh: '光油 透明 上光 局部uv',
    ja: 'ニス クリア',
    ko: '투명 바니시',
  },
  cut: {
    en: 'cut cuts cutting cutline cutlines cutter diecut dieline dielines ?die cutcontour throughcut thrucut ?knife',
    de: 'stanze stanzen stanzung *stanzform *stanzlinie *stanzkontur *schnitt schnittlinie schneidlinie schneiden konturschnitt *kontur',
    fr: 'decoupe decoupes ?coupe',
    it: 'fustella fustelle taglio',
    es: 'troquel troquelado ?corte',
    pt: '?faca ?corte cortante',
    nl: 'stans stanslijn stansvorm snijlijn snijden contoursnijden',
    sv: 'stans stanslinje skarlinje',
    da: 'stans stanselinje skaerelinje',
    fi: 'stanssi',
    pl: 'wykrojnik ciecie',
    cs: 'vysek orez raznice',
    hu: 'stancvonal stanc vagas',
    ro: 'stanta decupare taiere',
    ru: 'вырубка высечка контур штамп рез резка нож',
    uk: 'висічка вирубка контур різка',
    tr: 'bicak kesim',
    zh: '刀版 刀线 模切 模切线 切割',
    ja: '抜き型 型抜き カット カットライン 抜き',
    ko: '칼선 도무송',
  },
  'kiss-cut': {
    en: 'kisscut ?kiss halfcut',
    de: 'anstanzung anstanzen anstanze',
    fr: 'michair mi-chair',
    it: 'mezzotaglio semitaglio',
    es: 'semicorte',
    pt: 'meiocorte',
    pl: 'nacinanie',
    ru: 'надсечка',
    zh: '半切 半穿',
    ja: 'ハーフカット',
  },
  crease: {
    en: 'crease creases creasing ?fold ?folds ?score scoring ?bend',
    de: 'rille rillen rillung rilllinie falz falzlinie *falz ?nut',
    fr: 'rainage rainure ?pli ?plis pliage',
    it: 'cordone cordoni cordonatura piega pieghe',
    es: 'hendido plegado doblez plegue',
    pt: 'vinco dobra',
    nl: 'ril rillijn vouw vouwlijn rillen',
    sv: 'bigning biglinje falsning',
    da: 'bukkelinje',
    pl: 'bigowanie bigi falcowanie',
    cs: 'bigovani ohyb rylovani',
    hu: 'biegeles hajtas bigeles',
    ru: 'биговка биг сгиб фальц',
    uk: 'біговка згин',
    tr: 'pilyaj katlama',
    zh: '压痕 压线 折线',
    ja: '折り スジ 罫線',
    ko: '오시 접지',
  },
  perforate: {
    en: 'perforation perforate perforated ?perf perfo microperf',
    de: '*perforation perforieren perforierung *perfo',
    fr: 'perforation perforations',
    it: 'perforazione perforato',
    es: 'perforado perforacion',
    pt: 'picote serrilha perfuracao',
    nl: 'perforatie',
    pl: 'perforacja',
    cs: 'perforace',
    hu: 'perforacio',
    ru: 'перфорация',
    uk: 'перфорація',
    tr: 'perfore',
    zh: '打孔线 齿线 撕线',
    ja: 'ミシン目',
  },
  register: {
    en: '?register registration regmark regmarks ?jig cropmark cropmarks fiducial',
    de: 'passer passmarke passmarken passermarken passkreuz schneidmarken lehre',
    fr: 'repere reperes gabarit',
    it: '?registro crocini',
    es: '?registro plantilla',
    pt: 'registo gabarito',
    nl: 'paskruis pasmerken',
    pl: 'pasery',
    ru: 'приводка метки кресты',
    zh: '套准 定位',
    ja: 'トンボ',
  },
  technical: {
    en: 'technical ?dimension dimensions ?template ?guide ?guides guideline guidelines nonprint nonprinting noprint donotprint ?legend measurements ?safety annotation annotations',
    de: 'technik technisch bemassung ?masse hilfslinie hilfslinien schablone legende nichtdruckend sicherheitsabstand',
    fr: 'technique cotes cotation legende ?guides',
    it: 'quote quota tecnico tecnica legenda ingombri',
    es: '?cotas tecnico acotacion leyenda guias',
    pt: '?cotas tecnico legenda guias',
    nl: 'technisch maatvoering hulplijn hulplijnen legenda',
    pl: 'wymiary techniczny pomocnicze',
    cs: 'koty technicky',
    ru: 'размеры техническии разметка',
    zh: '尺寸 标注',
    ja: '寸法 ガイド',
  },
};

/** Words that only say more of the same: what it lies on, how it is made, which one it is. */
export const PLAIN_WORDS = new Set(
  (
    'foil folie foils leaf effect effects ink inks spot spots opaque print printing plate layer layers base under over back front flood channel color colour hit pass ' +
    'full solid special extra underlay backing support block primer first second one two the a of for on with and in art artwork ' +
    'line lines path contour outline marks mark only all area shape tool matt matte gloss glossy uv varnish partial high build raised relief relieve relieflack ' +
    'through thru half kiss micro box carton label sheet data job final new digital rip rgb cmyk hd s w v c k t ' +
    'farbe volltonfarbe sonderfarbe druck form linie linien kontur flache deck vollflachig partiell glanz matt ebene kanal ' +
    'de du des la le les un une encre couvrant ton direct calque couche trace forme lignes ligne selectif ' +
    'coprente colore inchiostro livello di il lo linea linee tracciato spot selettiva ' +
    'tinta cobertura capa directa linea lineas sobre el los ' +
    'tinta camada linha linhas ' +
    'inkt kleur laag lijn lijnen van ' +
    'farg lager linje farba vrstva linia linie barva ' +
    'краска слои линия линии плашечныи спот выборочныи ' +
    '色 墨 版 層 层 インク 線 线'
  ).split(' '),
);

/** Colours and what they are called after: with one of these, white, gloss or clear names its shade. */
export const COLOUR_WORDS = new Set(
  (
    'red orange yellow green blue cyan magenta violet purple pink brown grey gray black navy teal turquoise lime olive maroon ' +
    'beige cream ivory wine antique broken bone pearl off warm cool pale light dark deep bright pastel neon fluorescent rose ' +
    'rot gelb grun blau violett rosa braun grau schwarz orange creme elfenbein hell dunkel leuchtrot ' +
    'rouge jaune vert bleu violet rose brun gris noir casse ' +
    'rosso giallo verde blu azzurro viola rosa marrone grigio nero ' +
    'rojo amarillo azul morado gris negro marron ' +
    'vermelho amarelo roxo cinza preto ' +
    'rood geel groen blauw paars zwart grijs bruin ' +
    'красныи желтыи зеленыи синии черныи серыи голубои'
  ).split(' '),
);
