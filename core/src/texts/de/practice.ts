import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const practice: Translated<typeof en>['practice'] = {
  spotName: 'Die Sonderfarbe heißt anders, als die Maschine es will',
  spotNameWhy:
    'Namen gelten Buchstabe für Buchstabe, groß und klein. Ein Buchstabe daneben, und die Sonderfarbe druckt gar nicht.',
  unmapped: 'Niemand hat gesagt, wofür eine Sonderfarbe steht',
  unmappedWhy:
    'Eine Sonderfarbe, deren Name der Maschine nichts sagt, druckt nichts, bis sie zugeordnet ist.',
  knocksOut: 'Die Datei lässt Sonderfarbe und Farbe einander aussparen',
  knocksOutWhy:
    'Ohne Überdrucken nimmt das obere Objekt das untere weg. Beide müssen überdrucken, oder der Plan behält sie.',
  noWhite: 'Das Weiß fehlt',
  noWhiteWhy:
    'Prozessfarben sind Filter: auf dunklem, klarem oder metallischem Material brauchen sie Weiß hinter sich.',
  whiteInFront: 'Weiß liegt vor dem Motiv',
  whiteInFrontWhy:
    'Die Lage, die dem Auge am nächsten ist, verdeckt den Rest. Weiß gehört, vom Auge aus, hinter die Farbe.',
  whiteKnockedOut: 'Farbe spart das Weiß aus',
  whiteKnockedOutWhy:
    'Weiß, das unter Farbe ausgespart wird, lässt das Motiv auf blankem Material stehen, mit weißem Rand.',
  notMirrored: 'Es wird durch das Material gelesen und ist nicht gespiegelt',
  notMirroredWhy:
    'Was hinten gedruckt und von vorn durch das Material gelesen wird, liegt seitenverkehrt.',
  mirrored: 'Es ist gespiegelt und wird von der Druckseite gelesen',
  mirroredWhy: 'Ein Druck, der von seiner Druckseite gelesen wird, ist nicht gespiegelt.',
  wrongSurface: 'Es wird auf die falsche Seite gedruckt',
  wrongSurfaceWhy:
    'Sehen Sie, wo das Auge ist: gedruckt wird vorn, wenn nicht durch das Material gelesen wird.',
  haze: 'Weiß liegt unter Schleier, der leer aussieht',
  hazeWhy:
    'Scans und JPEG lassen 1 bis 3 % im leeren Papier. „Jede Farbe“ legt dort Weiß, und ein Saum steht um das Motiv.',
  pinholes: 'Lichter im Motiv bekommen kein Weiß',
  pinholesWhy:
    'Ein Licht ganz ohne Farbe ist ein Loch im Weiß, genau dort, wo es am meisten gebraucht wird.',
  noPlate: 'Weiß folgt einem Auszug, den die Datei nicht hat',
  noPlateWhy: 'Eine Regel, die das Gezeichnete nimmt, legt nichts, wo nichts gezeichnet ist.',
  wideChoke: 'Weiß ist so weit unterfüllt, dass feine Teile es verlieren',
  wideChokeWhy:
    'Die Unterfüllung nimmt jedem Strich das Doppelte ihrer Breite. Kleine Schrift und Haarlinien gehen zuerst.',
  chokedTwice: 'Weiß ist zweimal unterfüllt',
  chokedTwiceWhy:
    'Einmal, in der Datei oder in der Regel, genügt. Noch einmal an der Maschine, und Farbe steht an jeder Kante auf blankem Material.',
  wholeSheet: 'Weiß bedeckt den ganzen Bogen',
  wholeSheetWhy:
    'Weiß von Kante zu Kante verdeckt den Glanz, die Maserung oder das klare Fenster, von dem der Auftrag lebt.',
  whiteWhereNone: 'Weiß liegt, wo das Motiv nicht ist',
  whiteWhereNoneWhy:
    'Darunter und daneben sind Gegenteile: dieses Weiß ist überall, nur nicht hinter der Farbe.',
  overlap: 'Weiß und Farbe liegen in einer Lage und überlappen',
  overlapWhy:
    'Farben einer Lage liegen nass nebeneinander. Wo sie überlappen, mischen sie sich auf dem Bogen.',
  thinWhite: 'Weiß liegt zu dünn',
  thinWhiteWhy: 'Ein Viertel der Farbe lässt dunkles Material durch: die Farben werden stumpf.',
  rearFull: 'Die verdeckte Farbe liegt in voller Stärke',
  rearFullWhy:
    'Bei Nacht addieren sich beide Farben. Die verdeckte liegt mit Absicht schwächer, sonst ist das Leuchtbild übersättigt.',
  silverFull: 'Silber unter Farbe liegt mit 100 %',
  silverFullWhy:
    'Volles Silber bleibt nass, und Farbe wird darauf trüb. Bleiben Sie bei 30 bis 40 % (übliche Praxis).',
  tooManyHits: 'Mehr Lagen übereinander, als die Maschine druckt',
  tooManyHitsWhy: 'Die Maschine nimmt den Auftrag nicht an oder druckt weniger, ohne es zu sagen.',
  hitsWet: 'Die zweite Lage Weiß fällt auf nasses Weiß',
  hitsWetWhy:
    'Weiß auf Lösemittel- oder Wasserbasis braucht Zeit zwischen den Lagen, sonst läuft und reißt es.',
  noWait: 'Farbe liegt auf Weiß, das noch nass ist',
  noWaitWhy:
    'Zwischen zwei Durchläufen muss Weiß trocknen. 3 Minuten sind die eine Schule, 15 die andere (übliche Praxis).',
  longLoad: 'Zwei Durchläufe über eine zu lange Bahn',
  longLoadWhy:
    'Jenseits von etwa einem Meter läuft der zweite Durchlauf vom ersten weg (übliche Praxis).',
  modeWithoutWhite: 'Der Modus druckt kein Weiß',
  modeWithoutWhiteWhy:
    'Nicht jeder Modus einer Maschine druckt Sonderfarben. Dann druckt der Auftrag nur Farbe.',
  modeOfAnother: 'Der Modus ist für ein anderes Material',
  modeOfAnotherWhy:
    'Pässe, Tempo und Wärme gehören zu einem Material. Der falsche Modus überflutet es oder lässt es blass.',
  laminated: 'Klarlack liegt, und der Druck wird laminiert',
  laminatedWhy: 'Das Laminat nimmt dem Lack den Glanz: er wird bezahlt und nicht gesehen.',
  onePicture: 'Beide Seiten zeigen ein Bild',
  onePictureWhy: 'Ein Aufbau mit zwei Bildern braucht eine Seite für hinten.',
  margin: 'Der Rand lässt keinen Platz für das Stück',
  marginWhy: 'Was an den Kanten frei bleibt, geht zweimal von der Breite ab.',
  headHeight: 'Das Material ist zu dick für den Kopf',
  headHeightWhy: 'Was höher steht als die Kopfhöhe, wird vom Wagen getroffen.',
  oldFilm: 'Die Folie ist über ihren Tag',
  oldFilmWhy: 'In alter klarer Folie wandert Weichmacher, und Weiß reißt darauf.',
  shortLot: 'Die Charge ist zu kurz für den Auftrag',
  shortLotWhy: 'Die Rolle endet mitten im Lauf, und die nächste Charge kann im Weiß abweichen.',
  wrongSlot: 'Das Weiß steht im anderen Steckplatz',
  wrongSlotWhy:
    'Weiß unter Farbe und alles andere Weiß brauchen ihren eigenen Platz. Umstellen hält die Warteschlange bis zu zehn Minuten auf (übliche Praxis).',
  containerLow: 'Weiß geht mitten im Auftrag aus',
  containerLowWhy:
    'Ein Behälter, der leer läuft, zieht Luft. Wechseln Sie ihn vorher, oder halten Sie den nächsten bereit.',
  whiteStood: 'Weiß hat gestanden, und niemand hat die Düsen angesehen',
  whiteStoodWhy:
    'Titandioxid setzt sich ab. Aufrühren, das Düsenbild auf klarem oder farbigem Material drucken, dann drucken.',
  whiteStoodDays: 'Weiß hat {n} Tag gestanden. | Weiß hat {n} Tage gestanden.',
  briefFront:
    'Es wird von vorn gesehen, in gewöhnlichem Licht, und soll so nah an den Daten auf weißem Papier sein, wie das Material es zulässt.',
  briefKeepBare: 'Es wird von vorn gesehen. Wo kein Motiv ist, muss das Material blank bleiben.',
  briefThrough:
    'Es kommt hinter klares Material und wird durch dieses gelesen, wie innen an einem Fenster.',
  briefBothSides: 'Ein Bild, von beiden Seiten gesehen.',
  briefTwoPictures: 'Es hängt frei: vorn ein Bild, hinten ein anderes, und keines scheint durch.',
  briefLightBox: 'Es kommt in einen Leuchtkasten und wird nur von hinten beleuchtet gesehen.',
  briefDayAndNight:
    'Bei Tag wird es in gewöhnlichem Licht gesehen, bei Nacht von hinten beleuchtet. Beides soll etwa gleich aussehen.',
  briefPearl: 'Die Farben sollen perlig schimmern.',
  briefMetal: 'Teile des Motivs sind in Silber gezeichnet und sollen wie Metall aussehen.',
  briefGloss: 'Teile des Motivs sollen glänzen.',
  briefRelief: 'Teile des Motivs sollen mit dem Finger zu fühlen sein.',
  briefWhiteOnly: 'Keine Farbe: nur Weiß, von vorn gesehen.',
  briefWhiteThrough: 'Keine Farbe: nur Weiß, durch klares Material gelesen.',
  aboutJob:
    '{job}: {n} Stück auf {material}, auf {machine}. | {job}: {n} Stück auf {material}, auf {machine}.',
  chooseStack:
    'Wählen Sie den Aufbau, und geben Sie ab, wenn Sie ihn an die Maschine schicken würden.',
  rightStack: '{stack} ({notation}): {use}',
  findWrong: 'Etwas stimmt nicht mit diesem Auftrag. Haken Sie an, was Sie finden.',
  repairIt:
    'Eines stimmt nicht mit diesem Auftrag. Bringen Sie es in Ordnung und geben Sie ab. | {n} Dinge stimmen nicht mit diesem Auftrag. Bringen Sie sie in Ordnung und geben Sie ab.',
  whichMistake: 'Das kam aus der Maschine. Welcher Fehler war es?',
  lotLies: 'Charge {lot} liegt bereit: noch {free}, gut bis {until}. Heute ist der {today}.',
  slotUnder: 'Weiß steht auf dem Platz unter Farbe.',
  slotOther: 'Weiß steht auf dem anderen Platz, nicht unter Farbe.',
  leftIn: '{channel}: noch {ml} mL im Behälter.',
  estimateThis:
    'Ein Stück misst {width} × {height} mm, der Aufbau ist {stack}. Wie viele Minuten, wie viel Tinte, welcher Preis?',
  inkRests: 'Es braucht {inks}.',
  phaseTakes: '{label}: {minutes} min',
  readPattern:
    'Das Düsenbild von {machine}, gegen das Licht gekippt. Tippen Sie jeden Strich an, der fehlt oder verrutscht ist.',
  patternHas:
    'Das Düsenbild ist vollständig. | {n} Düse fehlt oder druckt daneben. | {n} Düsen fehlen oder drucken daneben.',
  orderSteps: '{procedure}, an {machine}: bringen Sie die Schritte in die Reihenfolge.',
  noJobMakesOne:
    'Kein Auftrag ergibt eine Übung der Art „{kind}“. Nehmen Sie einen Auftrag mit Weiß auf, oder wählen Sie eine andere Art.',
  looksWorse: 'Es sieht schlechter aus als möglich: ΔE2000 {off} weiter weg.',
  dearer: 'Es kostet {percent} % mehr als nötig.',
  missed: 'Übersehen: {fault}.',
  notSo: 'Das ist es nicht: {fault}.',
  reallyTakes: 'Es braucht {minutes} Minuten und wird für {price} verkauft.',
  overlooked: '{n} Strich wurde übersehen. | {n} Striche wurden übersehen.',
  notMissing:
    '{n} angetippter Strich druckt, wie er soll. | {n} angetippte Striche drucken, wie sie sollen.',
  everyStepOnce: 'Jeder Schritt steht genau einmal in der Reihenfolge.',
  pairsWrong:
    '{n} Paar Schritte steht verkehrt herum. | {n} Paare von Schritten stehen verkehrt herum.',
  topicNozzles: 'Düsenbild lesen',
  topicInk: 'Tinte schätzen',
  topicTime: 'Zeit schätzen',
  topicPrice: 'Preis schätzen',
};
