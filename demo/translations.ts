/** Words of the demo in another locale: of pages by path, of blocks by key. Running text is HTML, as everywhere in the demo. */
export interface DemoWords {
  readonly pages: Readonly<Record<string, PageWords>>;
  readonly blocks: Readonly<Record<string, Readonly<Record<string, string>>>>;
}

/** What a page says in its own words; what is left out follows. */
export interface PageWords {
  readonly title?: string;
  readonly segment?: string;
  readonly standfirst?: string;
  readonly body?: string;
  readonly menuLabel?: string;
}

const paragraphs = (...texts: readonly string[]): string => texts.map(text => `<p>${text}</p>`).join('');

/** In Welsh, which nearly everything that visitors need is written in. */
export const welsh: DemoWords = {
  pages: {
    '/': { title: 'Gwarchodfeydd Arfordir Merrowby', standfirst: 'Chwe gwarchodfa rhwng y gors a’r môr agored.' },
    '/visit': {
      title: 'Ymweld',
      segment: 'ymweld',
      standfirst: 'Chwe gwarchodfa, pob un â’i llanw, ei llwybrau a’i thymhorau ei hun.',
      body: paragraphs(
        'Mae croeso i bawb gerdded yn y chwech am ddim. Bydd rhai’n cau’n rhannol tra bo adar yn nythu; dywedir beth sydd ar gau ar frig pob tudalen, ar y diwrnod.',
      ),
    },
    '/wildlife': { title: 'Bywyd gwyllt', segment: 'bywyd-gwyllt', standfirst: 'Beth sy’n byw yma, a phryd i chwilio amdano.' },
    '/whats-on': {
      title: 'Beth sydd ymlaen',
      segment: 'beth-sydd-ymlaen',
      standfirst: 'Teithiau cerdded, cyfrif adar a nosweithiau gyda’r wardeniaid.',
    },
    '/notices': { title: 'Hysbysiadau', segment: 'hysbysiadau', standfirst: 'Cau, rhybuddion a newyddion gan y wardeniaid.' },
    '/schools': {
      title: 'Ysgolion',
      segment: 'ysgolion',
      standfirst: 'Mae diwrnod ar y llaid yn dysgu mwy na thymor amdano.',
      body: paragraphs('Rydym yn derbyn dosbarthiadau o hyd at ddeg ar hugain, o saith oed. Gellir benthyg dillad glaw.'),
    },
    '/about': { title: 'Amdanom ni', segment: 'amdanom-ni' },
    '/visit/tern-point': {
      title: 'Trwyn y Morwenoliaid',
      segment: 'trwyn-y-morwenoliaid',
      standfirst: 'Tafod o raean, dau guddfan, a’r nythfa fwyaf o forwenoliaid bach ar yr arfordir.',
    },
    '/visit/harrow-marsh': {
      title: 'Cors Harrow',
      segment: 'cors-harrow',
      standfirst: 'Pedair milltir sgwâr o gyrs, llifddorau a dŵr agored.',
    },
    '/visit/low-fleet': { title: 'Low Fleet', standfirst: 'Fflatiau llaid sy’n dal deng mil ar hugain o rydyddion ar droad y flwyddyn.' },
    '/visit/parking': {
      title: 'Parcio',
      segment: 'parcio',
      standfirst: '£4 y dydd; am ddim i aelodau sy’n dangos eu cerdyn.',
    },
    '/visit/access': {
      title: 'Mynediad i bawb',
      segment: 'mynediad',
      standfirst: 'Llwybrau pren, rampiau, a dwy gadair olwyn â theiars llydan i’w benthyg.',
      body: paragraphs('Ffoniwch y porthdy ddiwrnod ymlaen llaw a bydd cadair yn aros amdanoch yn Low Fleet.'),
    },
    '/visit/dogs': { title: 'Cŵn', segment: 'cwn', standfirst: 'Croeso ar dennyn, ac eithrio lle mae adar yn nythu ar y ddaear.' },
    '/wildlife/little-tern': { title: 'Morwennol fach', segment: 'morwennol-fach' },
    '/wildlife/grey-seal': { title: 'Morlo llwyd', segment: 'morlo-llwyd' },
  },
  blocks: {
    'front opening': {
      heading: 'Chwe gwarchodfa rhwng y gors a’r môr agored',
      text: 'Am ddim i gerdded ynddynt, ar agor drwy’r flwyddyn, ac yn wahanol ar bob llanw.',
      linkLabel: 'Cynllunio ymweliad',
    },
    'nesting closure': {
      title: 'Ar gau ar gyfer nythu',
      text: 'Llwybr y traeth ar gau ar gyfer nythu tan 31 Awst. Defnyddiwch lwybr pren y twyni.',
      linkLabel: 'Pam',
    },
    breadcrumb: { homeLabel: 'Arfordir' },
    'whats on here': { title: 'Beth sydd ymlaen', whenEmpty: 'Does dim wedi’i gynllunio ar hyn o bryd.' },
    'six reserves': { title: 'Y chwe gwarchodfa' },
    'latest notices': { title: 'Y diweddaraf gan y wardeniaid' },
    join: {
      title: 'Ymunwch o £3 y mis',
      body: paragraphs(
        'Mae aelodau’n parcio am ddim, ac yn cael y tablau llanw drwy’r post.',
        '<a href="/join">Ymuno â’r ymddiriedolaeth</a>',
      ),
    },
    'foot about': { title: 'Am yr ymddiriedolaeth' },
  },
};

/** In Welsh, what was written before the English changed: it is behind. */
export const earlyWelsh: DemoWords = {
  pages: {
    '/join': {
      title: 'Ymuno',
      segment: 'ymuno',
      standfirst: 'O £3 y mis, ac mae’r arfordir yn aros ar agor i bawb.',
      body: paragraphs(
        'Mae aelodau’n parcio am ddim, yn cael y tablau llanw drwy’r post ac yn cael neilltuo’r Cuddfan Hir am noson bob gaeaf.',
        'Yn anad dim, nhw sy’n cadw esgidiau am draed y wardeniaid.',
      ),
    },
  },
  blocks: {},
};

/** In Welsh, the crossing times as they were before the coastguard asked for a margin. */
export const earlyCrossing: DemoWords = {
  pages: {},
  blocks: {
    'crossing times': {
      title: 'Amseroedd croesi diogel',
      body: '<ul><li><strong>Heddiw</strong> 09:10–14:25</li><li><strong>Yfory</strong> 09:55–15:05</li></ul><p>Holwch yn y porthdy os oes amheuaeth.</p>',
    },
  },
};

/** In Welsh, the warning of the day. */
export const stormInWelsh: DemoWords = {
  pages: {},
  blocks: {
    'storm warning': {
      title: 'Rhybudd storm',
      text: 'Gwynt cryf o’r gogledd-orllewin tan nos Sadwrn. Mae’r llwybrau pren yn Low Fleet a Chors Harrow ar gau.',
      linkLabel: 'Beth sydd ar gau',
    },
  },
};

/** In Welsh, what the translator has sent and nobody has decided yet. */
export const proposedWelsh: DemoWords = {
  pages: {
    '/visit/quillet-dunes': {
      title: 'Twyni Quillet',
      segment: 'twyni-quillet',
      standfirst: 'Milltir o dywod byw â’i lyffantod a’i degeirianau ei hun.',
    },
  },
  blocks: {},
};

/** In German: what visitors from abroad ask for first. */
export const german: DemoWords = {
  pages: {
    '/': { title: 'Küstenreservate Merrowby', standfirst: 'Sechs Reservate zwischen dem Marschland und der offenen See.' },
    '/visit': {
      title: 'Besuchen',
      segment: 'besuchen',
      standfirst: 'Sechs Reservate, jedes mit eigenen Gezeiten, Wegen und Jahreszeiten.',
      body: paragraphs(
        'Alle sechs sind frei zugänglich. Manche sind teilweise gesperrt, solange Vögel brüten; was gesperrt ist, steht am selben Tag oben auf jeder Seite.',
      ),
    },
    '/wildlife': { title: 'Tiere und Pflanzen', segment: 'tiere-und-pflanzen', standfirst: 'Was hier lebt, und wann man danach schaut.' },
    '/visit/parking': { title: 'Parken', segment: 'parken', standfirst: '4 £ am Tag; frei für Mitglieder mit Ausweis.' },
    '/visit/dogs': { title: 'Hunde', segment: 'hunde', standfirst: 'Willkommen an der Leine, außer wo Vögel am Boden brüten.' },
    '/visit/tern-point': {
      standfirst: 'Eine Kiesnehrung, zwei Beobachtungshütten und die größte Kolonie von Zwergseeschwalben an der Küste.',
    },
  },
  blocks: {
    'front opening': {
      heading: 'Sechs Reservate zwischen Marsch und offener See',
      text: 'Frei zugänglich, das ganze Jahr offen und bei jeder Tide anders.',
      linkLabel: 'Besuch planen',
    },
    'nesting closure': {
      title: 'Gesperrt zur Brutzeit',
      text: 'Der Strandweg ist bis zum 31. August zur Brutzeit gesperrt. Nehmen Sie den Bohlenweg durch die Dünen.',
      linkLabel: 'Warum',
    },
    'six reserves': { title: 'Die sechs Reservate' },
    breadcrumb: { homeLabel: 'Küste' },
  },
};

/** In Arabic: the pages that families who come with the schools read. */
export const arabic: DemoWords = {
  pages: {
    '/': { title: 'محميات ساحل ميروبي', standfirst: 'ست محميات بين المستنقع والبحر المفتوح.' },
    '/visit': {
      title: 'الزيارة',
      standfirst: 'ست محميات، لكل منها مدّها ودروبها ومواسمها.',
      body: paragraphs(
        'المشي في المحميات الست مجاني. يُغلق بعضها جزئيًا أثناء تعشيش الطيور، ويُذكر ما هو مغلق في أعلى كل صفحة في اليوم نفسه.',
      ),
    },
    '/visit/tern-point': {
      title: 'رأس الخرشنة',
      standfirst: 'لسان من الحصى، ومخبآن للمراقبة، وأكبر مستعمرة للخرشنة الصغيرة على الساحل.',
    },
    '/visit/access': {
      title: 'الوصول للجميع',
      standfirst: 'ممرات خشبية ومنحدرات وكرسيان متحركان بعجلات عريضة للإعارة.',
      body: paragraphs('اتصلوا بالمركز قبل يوم واحد وسيكون الكرسي بانتظاركم في لو فليت.'),
    },
    '/wildlife': { title: 'الحياة البرية', standfirst: 'ما يعيش هنا، ومتى تبحث عنه.' },
    '/schools': {
      title: 'المدارس',
      standfirst: 'يوم على الطين يعلّم أكثر من فصل دراسي عنه.',
      body: paragraphs('نستقبل صفوفًا حتى ثلاثين تلميذًا، من سن السابعة. يمكن استعارة معاطف المطر.'),
    },
  },
  blocks: {
    'front opening': {
      heading: 'ست محميات بين المستنقع والبحر المفتوح',
      text: 'المشي مجاني، والأبواب مفتوحة طوال العام، ولكل مدّ وجه آخر.',
      linkLabel: 'خطّط لزيارتك',
    },
    'nesting closure': {
      title: 'إغلاق موسم التعشيش',
      text: 'درب الشاطئ مغلق للتعشيش حتى 31 أغسطس. استعملوا الممر الخشبي عبر الكثبان.',
      linkLabel: 'لماذا',
    },
    'six reserves': { title: 'المحميات الست' },
    breadcrumb: { homeLabel: 'الساحل' },
  },
};

/** In American English, where a few words differ. */
export const american: DemoWords = {
  pages: { '/visit/parking': { title: 'Parking lots', standfirst: '£4 a day; free for members who show their card.' } },
  blocks: {},
};

/** In French, which has only begun. */
export const french: DemoWords = {
  pages: {
    '/visit': { title: 'Visiter', segment: 'visiter', standfirst: 'Six réserves, chacune avec ses marées, ses sentiers et ses saisons.' },
  },
  blocks: {},
};

/** The words of the site’s own types, as they are said in other locales. */
export const themeWords: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  cy: { 'label Length': 'Hyd', 'label Built': 'Adeiladwyd', 'label Skipper': 'Capten' },
  de: { 'label Length': 'Länge', 'label Built': 'Baujahr', 'label Skipper': 'Schiffsführer' },
  ar: { 'label Length': 'الطول', 'label Built': 'سنة البناء', 'label Skipper': 'الربان' },
  fr: { 'label Length': 'Longueur', 'label Built': 'Construit en', 'label Skipper': 'Patron' },
};

/** What the site is called and about in other locales. */
export const siteWords: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  cy: { name: 'Gwarchodfeydd Arfordir Merrowby' },
  de: { name: 'Küstenreservate Merrowby' },
  ar: { name: 'محميات ساحل ميروبي' },
};
