/** Words of English with how four languages say them, in the order of {@link dictionaryLanguages}; empty where one says nothing. */
export const dictionaryLanguages = ['cy', 'de', 'fr', 'ar'] as const;

// One word or phrase to a line, so that a line can be added without a look at the others.
export const dictionaryLines = `
a|||un|
the||der|le|
and|a|und|et|و
or|neu|oder|ou|أو
of|o|von|de|من
in|yn|in|dans|في
on|ar|auf|sur|على
at|yn|bei|à|عند
to|i|zu|à|إلى
from|o|von|de|من
with|gyda|mit|avec|مع
without|heb|ohne|sans|بدون
for|ar gyfer|für|pour|لـ
by|gan|von|par|بواسطة
until|tan|bis|jusqu’à|حتى
before|cyn|vor|avant|قبل
after|ar ôl|nach|après|بعد
between|rhwng|zwischen|entre|بين
near|ger|nahe|près de|قرب
is|yw|ist|est|
are|yw|sind|sont|
not|nid|nicht|ne pas|ليس
no|dim|kein|aucun|لا
all|pob|alle|tous|كل
every|bob|jede|chaque|كل
new|newydd|neu|nouveau|جديد
old|hen|alt|vieux|قديم
small|bach|klein|petit|صغير
large|mawr|groß|grand|كبير
open|ar agor|offen|ouvert|مفتوح
closed|ar gau|geschlossen|fermé|مغلق
free|am ddim|kostenlos|gratuit|مجاني
safe|diogel|sicher|sûr|آمن
early|cynnar|früh|tôt|مبكر
late|hwyr|spät|tard|متأخر
today|heddiw|heute|aujourd’hui|اليوم
tomorrow|yfory|morgen|demain|غدًا
day|diwrnod|Tag|jour|يوم
days|diwrnodau|Tage|jours|أيام
night|nos|Nacht|nuit|ليل
week|wythnos|Woche|semaine|أسبوع
month|mis|Monat|mois|شهر
year|blwyddyn|Jahr|an|سنة
spring|gwanwyn|Frühling|printemps|الربيع
summer|haf|Sommer|été|الصيف
autumn|hydref|Herbst|automne|الخريف
winter|gaeaf|Winter|hiver|الشتاء
morning|bore|Morgen|matin|صباح
evening|noson|Abend|soir|مساء
january|Ionawr|Januar|janvier|يناير
february|Chwefror|Februar|février|فبراير
march|Mawrth|März|mars|مارس
april|Ebrill|April|avril|أبريل
may|Mai|Mai|mai|مايو
june|Mehefin|Juni|juin|يونيو
july|Gorffennaf|Juli|juillet|يوليو
august|Awst|August|août|أغسطس
september|Medi|September|septembre|سبتمبر
october|Hydref|Oktober|octobre|أكتوبر
november|Tachwedd|November|novembre|نوفمبر
december|Rhagfyr|Dezember|décembre|ديسمبر
bird|aderyn|Vogel|oiseau|طائر
birds|adar|Vögel|oiseaux|طيور
tern|morwennol|Seeschwalbe|sterne|خرشنة
terns|morwenoliaid|Seeschwalben|sternes|خراشن
gull|gwylan|Möwe|goéland|نورس
seal|morlo|Robbe|phoque|فقمة
seals|morloi|Robben|phoques|فقمات
dog|ci|Hund|chien|كلب
dogs|cŵn|Hunde|chiens|كلاب
egg|wy|Ei|œuf|بيضة
nest|nyth|Nest|nid|عش
beach|traeth|Strand|plage|شاطئ
sea|môr|Meer|mer|بحر
tide|llanw|Gezeit|marée|المد
high water|penllanw|Hochwasser|pleine mer|المد العالي
low water|trai|Niedrigwasser|basse mer|الجزر
marsh|cors|Marsch|marais|مستنقع
reserve|gwarchodfa|Schutzgebiet|réserve|محمية
reserves|gwarchodfeydd|Schutzgebiete|réserves|محميات
path|llwybr|Weg|sentier|مسار
hide|cuddfan|Beobachtungshütte|observatoire|مخبأ
car park|maes parcio|Parkplatz|parking|موقف السيارات
island|ynys|Insel|île|جزيرة
boat|cwch|Boot|bateau|قارب
walk|taith gerdded|Spaziergang|promenade|نزهة
visit|ymweld|Besuch|visite|زيارة
visitors|ymwelwyr|Besucher|visiteurs|زوار
children|plant|Kinder|enfants|أطفال
school|ysgol|Schule|école|مدرسة
people|pobl|Menschen|gens|ناس
member|aelod|Mitglied|membre|عضو
members|aelodau|Mitglieder|membres|أعضاء
warden|warden|Ranger|garde|حارس
wardens|wardeniaid|Ranger|gardes|حراس
volunteer|gwirfoddolwr|Freiwilliger|bénévole|متطوع
notice|hysbysiad|Hinweis|avis|إشعار
news|newyddion|Neuigkeiten|nouvelles|أخبار
events|digwyddiadau|Veranstaltungen|événements|فعاليات
wildlife|bywyd gwyllt|Tierwelt|faune|الحياة البرية
join|ymuno|mitmachen|adhérer|انضم
please|os gwelwch yn dda|bitte|s’il vous plaît|من فضلك
welcome|croeso|willkommen|bienvenue|أهلًا
thank you|diolch|danke|merci|شكرًا
one|un|eins|un|واحد
two|dau|zwei|deux|اثنان
three|tri|drei|trois|ثلاثة
four|pedwar|vier|quatre|أربعة
five|pump|fünf|cinq|خمسة
six|chwech|sechs|six|ستة
`;
