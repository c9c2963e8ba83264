import { practiceFiles } from './alone/practice-file.js';
import { binRepository } from './house/bin-repository.js';
import { backups as openBackups } from './house/backups.js';
import { bayRepository } from './bays/bay-repository.js';
import { bookingRepository } from './day/booking-repository.js';
import { bookingService } from './day/booking-service.js';
import { calendarService } from './day/calendar-service.js';
import { dayRepository } from './day/day-repository.js';
import { preparationService } from './day/preparation.js';
import { todayService } from './day/today-service.js';
import type { OpenDatabase } from './db/open.js';
import { drillRepository } from './drills/drill-repository.js';
import { type DrillService, drillService } from './drills/drill-service.js';
import { houseRepository } from './house/house-repository.js';
import { lastBytes } from './house/last-bytes.js';
import { pupilArchive } from './house/pupil-archive.js';
import { settingsOf } from './house/settings.js';
import { findingsService } from './judging/findings-service.js';
import { patternRepository } from './judging/pattern-repository.js';
import { patternService } from './judging/pattern-service.js';
import { dashboardService } from './practice/dashboard-service.js';
import { experimentRepository } from './practice/experiment-repository.js';
import { experimentService } from './practice/experiment-service.js';
import { practiceRepository } from './practice/practice-repository.js';
import { type PracticeService, practiceService } from './practice/practice-service.js';
import { programmeRepository } from './programmes/programme-repository.js';
import { programmeService } from './programmes/programme-service.js';
import { programmeShelf } from './programmes/programme-shelf.js';
import { pupilRepository } from './pupils/pupil-repository.js';
import { type HouseMark, houseMark } from './letters/house-mark.js';
import { letterRepository } from './letters/letter-repository.js';
import { letterService } from './letters/letter-service.js';
import { mailSettings } from './letters/mail-settings.js';
import { openOutbox, type Outbox } from './letters/outbox.js';
import { senderOf, type SenderOf } from './letters/sender.js';
import { type ReportService, reportService } from './reports/report-service.js';
import { shareRepository } from './reports/share-repository.js';
import { shareService } from './reports/share-service.js';
import { enteredRepository } from './swings/entered-repository.js';
import { enteredService } from './swings/entered-service.js';
import { filmRepository } from './swings/film-repository.js';
import { filmService } from './swings/film-service.js';
import { filmStore } from './swings/film-store.js';
import { inboxRepository } from './swings/inbox-repository.js';
import { inboxService } from './swings/inbox-service.js';
import { shotRepository } from './swings/shot-repository.js';
import { shotService } from './swings/shot-service.js';
import { swingRepository } from './swings/swing-repository.js';
import { type SwingService, swingService } from './swings/swing-service.js';

/** Everything the server keeps, by table. */
export function openTables({ db }: OpenDatabase) {
  return {
    pupils: pupilRepository(db),
    swings: swingRepository(db),
    shots: shotRepository(db),
    films: filmRepository(db),
    entered: enteredRepository(db),
    house: houseRepository(db),
    patterns: patternRepository(db),
    drills: drillRepository(db),
    practice: practiceRepository(db),
    shares: shareRepository(db),
    experiments: experimentRepository(db),
    bays: bayRepository(db),
    inbox: inboxRepository(db),
    bin: binRepository(db),
    bookings: bookingRepository(db),
    letters: letterRepository(db),
    programmes: programmeRepository(db),
    day: dayRepository(db),
  };
}
export type Tables = ReturnType<typeof openTables>;

/** What stands beneath the day: what reports say, what is practised, and what comes back from pupils. */
interface BeneathTheDay {
  readonly swings: SwingService;
  readonly reports: ReportService;
  readonly practice: PracticeService;
  readonly drills: DrillService;
  readonly mark: HouseMark;
  readonly sender: SenderOf;
  readonly outbox: Outbox;
  readonly addresses: () => string | null;
}

/** The instructor's day: bookings and calendars, what waits, programmes, letters, the links that pupils have. */
function openTheDay(tables: Tables, beneath: BeneathTheDay) {
  const { pupils, house, bookings, bays, day } = tables;
  const { swings, reports, practice, drills, mark, addresses } = beneath;
  const shelf = programmeShelf(tables.programmes);
  const service = bookingService({ bookings, pupils, bays, settings: () => settingsOf(house), stepOf: shelf.stepOf });
  const dashboard = dashboardService(pupils, swings, tables.practice);
  const ofPupils = { pupils, practice: tables.practice, swings, dashboard, placeOf: shelf.placeOf };
  const { shares: kept, practice: entries } = tables;
  const shares = shareService({ shares: kept, pupils, entries, practice, reports, drills, origin: addresses });
  const mail = mailSettings(house);
  const letters = letterService({
    ...beneath,
    letters: tables.letters,
    pupils,
    mail,
    linkOf: (lessonId) => shares.linkOf(lessonId),
    nextOf: service.nextOf,
  });
  return {
    dashboard,
    shares,
    mail,
    mark,
    letters,
    bookings: service,
    programmes: programmeService({ kept: tables.programmes, shelf, pupils, reports, bookings, service }),
    calendars: calendarService({ bookings, service, pupils, bays, house, origin: addresses }),
    today: todayService({ bookings, service, day, letters, ...ofPupils }),
    preparation: preparationService({ bookings, service, ...ofPupils }),
  };
}

/** What is done with what is kept, each service on those below it. */
export function openServices(database: OpenDatabase, tables: Tables, addresses: () => string | null) {
  const { pupils, swings, shots, films, house } = tables;
  const store = filmStore(database.folder, database.files);
  const outbox = openOutbox(database.folder, database.files);
  const patterns = patternService(tables.patterns);
  const drills = drillService(tables.drills, store);
  const service = swingService({
    ...tables,
    standards: async () => ({ house: await settingsOf(house), own: await patterns.own() }),
    shelf: drills.shelf,
  });
  const findings = findingsService(service);
  const bytes = lastBytes({ database, house });
  const archive = pupilArchive({ ...tables, store, outbox, bytes });
  const units = async () => (await settingsOf(house)).units;
  const mark = houseMark(house);
  const sender = senderOf({
    settings: () => settingsOf(house),
    mark,
    coachOf: async (lessonId) => (await tables.bookings.ofLesson(lessonId))?.coach ?? null,
  });
  const reports = reportService({
    pupils,
    practice: tables.practice,
    swings: service,
    store,
    units,
    sender,
    shelf: drills.shelf,
  });
  const practice = practiceService({ pupils, practice: tables.practice, swings: service, store, shelf: drills.shelf });
  const theDay = openTheDay(tables, { swings: service, reports, practice, drills, mark, sender, outbox, addresses });
  return {
    ...theDay,
    store,
    patterns,
    drills,
    swings: service,
    findings,
    films: filmService(swings, films, store),
    entered: enteredService({ pupils, entered: tables.entered, swings: service }),
    shots: shotService(pupils, swings, shots),
    inbox: inboxService(tables),
    bytes,
    archive,
    practiceFiles: practiceFiles(pupils, archive),
    backups: openBackups({
      data: database.folder,
      files: database.files,
      pupils,
      archive,
      size: async () => (await swings.size()) + (await store.size()),
      nightFolder: async () => (await settingsOf(house)).nightly.folder,
    }),
    reports,
    practice,
    experiments: experimentService(tables.experiments, service),
  };
}
export type Services = ReturnType<typeof openServices>;
