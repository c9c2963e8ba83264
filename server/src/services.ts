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
import { drillService } from './drills/drill-service.js';
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
import { practiceService } from './practice/practice-service.js';
import { pupilRepository } from './pupils/pupil-repository.js';
import { openOutbox } from './reports/outbox.js';
import { reportService } from './reports/report-service.js';
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
import { swingService } from './swings/swing-service.js';

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
    day: dayRepository(db),
  };
}
export type Tables = ReturnType<typeof openTables>;

/** What is done with what is kept, each service on those below it. */
export function openServices(database: OpenDatabase, tables: Tables, addresses: () => string | null) {
  const { pupils, swings, shots, films, house } = tables;
  const store = filmStore(database.folder);
  const outbox = openOutbox(database.folder);
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
  const reports = reportService({
    pupils,
    practice: tables.practice,
    swings: service,
    outbox,
    store,
    units,
    shelf: drills.shelf,
  });
  const practice = practiceService({ pupils, practice: tables.practice, swings: service, store, shelf: drills.shelf });
  const dashboard = dashboardService(pupils, service, tables.practice);
  const { bookings, bays, day } = tables;
  const booking = bookingService({ bookings, pupils, bays, settings: () => settingsOf(house) });
  const ofPupils = { pupils, practice: tables.practice, swings: service, dashboard };
  return {
    bookings: booking,
    calendars: calendarService({ bookings, service: booking, pupils, bays, house, origin: addresses }),
    today: todayService({ bookings, service: booking, day, ...ofPupils }),
    preparation: preparationService({ bookings, service: booking, ...ofPupils }),
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
    backups: openBackups({
      data: database.folder,
      pupils,
      archive,
      size: async () => (await swings.size()) + (await store.size()),
      nightFolder: async () => (await settingsOf(house)).nightly.folder,
    }),
    reports,
    practice,
    dashboard,
    experiments: experimentService(tables.experiments, service),
    shares: shareService({
      shares: tables.shares,
      pupils,
      entries: tables.practice,
      practice,
      reports,
      drills,
      origin: addresses,
    }),
  };
}
export type Services = ReturnType<typeof openServices>;
