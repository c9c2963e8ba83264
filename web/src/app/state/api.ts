import { HttpClient, HttpErrorResponse, HttpEventType } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  Backup,
  type Bay,
  type BayChange,
  Erased,
  Experiment,
  type ExperimentAct,
  Film,
  type FilmChange,
  HouseSettings,
  Imported,
  KnownDevice,
  Lesson,
  LessonFindings,
  OwnPatterns,
  PatternVersion,
  type LessonChange,
  LessonHead,
  LogEntry,
  type LogFilm,
  type NewExperiment,
  type NewLogEntry,
  type NewPlan,
  type NewPupil,
  type PlanAct,
  Practice,
  PracticePlan,
  Progress,
  Problem,
  Pupil,
  type PupilChange,
  PupilDashboard,
  PupilWithLessons,
  Report,
  type ReportText,
  Restored,
  Session,
  type SetUpAct,
  Share,
  Shares,
  type ShotChange,
  ShotsImported,
  SpokenReview,
  type SwingChange,
  SwingHead,
  SwingValue,
} from '@vilko/contract';
import type { MeasureId, Pattern } from '@vilko/core';
import { concatMap, EMPTY, map, type Observable, of } from 'rxjs';
import { z } from 'zod';

const OCTETS = { 'content-type': 'application/octet-stream' };

/** The server's answers, validated. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  pupils(): Observable<PupilWithLessons[]> {
    return this.http.get('/api/pupils').pipe(map((x) => z.array(PupilWithLessons).parse(x)));
  }
  addPupil(pupil: NewPupil): Observable<Pupil> {
    return this.http.post('/api/pupils', pupil).pipe(map((x) => Pupil.parse(x)));
  }
  swingValues(pupilId: string, measure: MeasureId): Observable<SwingValue[]> {
    return this.http
      .get(`/api/pupils/${pupilId}/values`, { params: { measure } })
      .pipe(map((x) => z.array(SwingValue).parse(x)));
  }
  changePupil(id: string, change: PupilChange): Observable<Pupil> {
    return this.http.patch(`/api/pupils/${id}`, change).pipe(map((x) => Pupil.parse(x)));
  }
  dashboard(id: string): Observable<PupilDashboard> {
    return this.http.get(`/api/pupils/${id}/dashboard`).pipe(map((x) => PupilDashboard.parse(x)));
  }
  mergePupils(id: string, double: string): Observable<Pupil> {
    return this.http.post(`/api/pupils/${id}/merge`, { double }).pipe(map((x) => Pupil.parse(x)));
  }
  erasePupil(id: string, name: string): Observable<Erased> {
    return this.http.post(`/api/pupils/${id}/erase`, { name }).pipe(map((x) => Erased.parse(x)));
  }
  startLesson(
    pupilId: string,
    about: { aim: string; measure: MeasureId | null; footwear: LessonHead['footwear'] },
  ): Observable<LessonHead> {
    return this.http.post(`/api/pupils/${pupilId}/lessons`, about).pipe(map((x) => LessonHead.parse(x)));
  }
  changeLesson(id: string, change: LessonChange): Observable<LessonHead> {
    return this.http.patch(`/api/lessons/${id}`, change).pipe(map((x) => LessonHead.parse(x)));
  }
  house(): Observable<HouseSettings> {
    return this.http.get('/api/house').pipe(map((x) => HouseSettings.parse(x)));
  }
  changeHouse(settings: HouseSettings): Observable<HouseSettings> {
    return this.http.put('/api/house', settings).pipe(map((x) => HouseSettings.parse(x)));
  }
  devices(): Observable<{ devices: KnownDevice[]; key: string }> {
    return this.http
      .get('/api/devices')
      .pipe(map((x) => z.object({ devices: z.array(KnownDevice), key: z.string() }).parse(x)));
  }
  backups(): Observable<Backup[]> {
    return this.http.get('/api/backups').pipe(map((x) => z.array(Backup).parse(x)));
  }
  makeBackup(): Observable<Backup> {
    return this.http.post('/api/backups', null).pipe(map((x) => Backup.parse(x)));
  }
  restoreBackup(name: string): Observable<Restored> {
    return this.http.post(`/api/backups/${name}/restore`, null).pipe(map((x) => Restored.parse(x)));
  }
  restoreFile(file: File): Observable<Restored> {
    return this.http
      .post('/api/restore', file, { headers: OCTETS, params: { name: file.name } })
      .pipe(map((x) => Restored.parse(x)));
  }
  session(): Observable<Session> {
    return this.http.get('/api/session').pipe(map((x) => Session.parse(x)));
  }
  signIn(password: string): Observable<Session> {
    return this.http.post('/api/session', { password }).pipe(map((x) => Session.parse(x)));
  }
  signOut(): Observable<Session> {
    return this.http.delete('/api/session').pipe(map((x) => Session.parse(x)));
  }
  setPassword(old: string | null, password: string): Observable<Session> {
    return this.http.put('/api/password', { old, password }).pipe(map((x) => Session.parse(x)));
  }
  setUp(act: SetUpAct['act']): Observable<unknown> {
    return this.http.post('/api/bay/set-up', { act });
  }
  zero(): Observable<Bay> {
    return this.http.post<Bay>('/api/bay/zero', null);
  }
  changeShot(swingId: string, change: ShotChange): Observable<SwingHead> {
    return this.http.patch(`/api/swings/${swingId}/shot`, change).pipe(map((x) => SwingHead.parse(x)));
  }
  importShots(lessonId: string, file: File): Observable<ShotsImported> {
    return this.http
      .post(`/api/lessons/${lessonId}/shots`, file, { headers: OCTETS, params: { name: file.name } })
      .pipe(map((x) => ShotsImported.parse(x)));
  }
  addFilm(
    swingId: string,
    file: Blob,
    about: Pick<Film, 'angle' | 'duration' | 'aspect' | 'frameRate' | 'impact' | 'impactBy' | 'from'>,
  ): Observable<Film> {
    const params = Object.fromEntries(Object.entries(about).filter(([, v]) => v !== null)) as Record<
      string,
      string | number
    >;
    return this.http
      .post(`/api/swings/${swingId}/films`, file, { headers: OCTETS, params })
      .pipe(map((x) => Film.parse(x)));
  }
  changeFilm(id: string, change: FilmChange): Observable<Film> {
    return this.http.patch(`/api/films/${id}`, change).pipe(map((x) => Film.parse(x)));
  }
  deleteFilm(id: string): Observable<Film> {
    return this.http.delete(`/api/films/${id}`).pipe(map((x) => Film.parse(x)));
  }
  restoreFilm(id: string): Observable<Film> {
    return this.http.post(`/api/films/${id}/restore`, null).pipe(map((x) => Film.parse(x)));
  }
  findings(lessonId: string): Observable<LessonFindings> {
    return this.http.get(`/api/lessons/${lessonId}/findings`).pipe(map((x) => LessonFindings.parse(x)));
  }
  swingsOf(pupilId: string): Observable<SwingHead[]> {
    return this.http.get(`/api/pupils/${pupilId}/swings`).pipe(map((x) => z.array(SwingHead).parse(x)));
  }
  ownPatterns(): Observable<OwnPatterns> {
    return this.http.get('/api/patterns').pipe(map((x) => OwnPatterns.parse(x)));
  }
  addPattern(pattern: Pattern): Observable<PatternVersion> {
    return this.http.post('/api/patterns', pattern).pipe(map((x) => PatternVersion.parse(x)));
  }
  savePattern(pattern: Pattern): Observable<PatternVersion> {
    return this.http.put(`/api/patterns/${pattern.id}`, pattern).pipe(map((x) => PatternVersion.parse(x)));
  }
  patternVersions(id: string): Observable<PatternVersion[]> {
    return this.http.get(`/api/patterns/${id}/versions`).pipe(map((x) => z.array(PatternVersion).parse(x)));
  }
  deletePattern(id: string): Observable<PatternVersion> {
    return this.http.delete(`/api/patterns/${id}`).pipe(map((x) => PatternVersion.parse(x)));
  }
  restorePattern(id: string): Observable<PatternVersion> {
    return this.http.post(`/api/patterns/${id}/restore`, null).pipe(map((x) => PatternVersion.parse(x)));
  }
  lesson(id: string): Observable<Lesson> {
    return this.http.get(`/api/lessons/${id}`).pipe(map((x) => Lesson.parse(x)));
  }
  changeSwing(id: string, change: SwingChange): Observable<SwingHead> {
    return this.http.patch(`/api/swings/${id}`, change).pipe(map((x) => SwingHead.parse(x)));
  }
  deleteSwing(id: string): Observable<SwingHead> {
    return this.http.delete(`/api/swings/${id}`).pipe(map((x) => SwingHead.parse(x)));
  }
  restoreSwing(id: string): Observable<SwingHead> {
    return this.http.post(`/api/swings/${id}/restore`, null).pipe(map((x) => SwingHead.parse(x)));
  }
  /** The part that has been sent, 0–1, and at the end what was read; `bundle` is the recording of the file `name`. */
  importFile(
    lessonId: string,
    name: string,
    bundle: Uint8Array,
    about: { club: string; clubName: string; kind: string },
  ): Observable<number | Imported> {
    return this.http
      .post(`/api/lessons/${lessonId}/recordings`, bundle.buffer, {
        headers: OCTETS,
        params: { name, packed: true, ...about },
        observe: 'events',
        reportProgress: true,
      })
      .pipe(
        concatMap((e) => {
          if (e.type === HttpEventType.UploadProgress) return of(e.total ? e.loaded / e.total : 0);
          return e.type === HttpEventType.Response ? of(Imported.parse(e.body)) : EMPTY;
        }),
      );
  }
  report(lessonId: string): Observable<Report> {
    return this.http.get(`/api/lessons/${lessonId}/report`).pipe(map((x) => Report.parse(x)));
  }
  sendReport(lessonId: string, to: string): Observable<{ file: string }> {
    return this.http
      .post(`/api/lessons/${lessonId}/report/send`, { to })
      .pipe(map((x) => z.object({ file: z.string() }).parse(x)));
  }
  experiments(lessonId: string): Observable<Experiment[]> {
    return this.http.get(`/api/lessons/${lessonId}/experiments`).pipe(map((x) => z.array(Experiment).parse(x)));
  }
  beginExperiment(lessonId: string, about: NewExperiment): Observable<Experiment[]> {
    return this.http.post(`/api/lessons/${lessonId}/experiments`, about).pipe(map((x) => z.array(Experiment).parse(x)));
  }
  actOnExperiment(id: string, act: ExperimentAct): Observable<Experiment[]> {
    return this.http.post(`/api/experiments/${id}`, act).pipe(map((x) => z.array(Experiment).parse(x)));
  }
  progress(pupilId: string): Observable<Progress> {
    return this.http.get(`/api/pupils/${pupilId}/progress`).pipe(map((x) => Progress.parse(x)));
  }
  shares(lessonId: string): Observable<Shares> {
    return this.http.get(`/api/lessons/${lessonId}/shares`).pipe(map((x) => Shares.parse(x)));
  }
  makeShare(lessonId: string, days: number): Observable<Share> {
    return this.http.post(`/api/lessons/${lessonId}/shares`, { days }).pipe(map((x) => Share.parse(x)));
  }
  revokeShare(token: string): Observable<Share> {
    return this.http.post(`/api/shares/${token}/revoke`, null).pipe(map((x) => Share.parse(x)));
  }
  keepReview(lessonId: string, film: Blob, duration: number): Observable<SpokenReview> {
    return this.http
      .put(`/api/lessons/${lessonId}/review`, film, { headers: OCTETS, params: { duration } })
      .pipe(map((x) => SpokenReview.parse(x)));
  }
  deleteReview(lessonId: string): Observable<Report> {
    return this.http.delete(`/api/lessons/${lessonId}/review`).pipe(map((x) => Report.parse(x)));
  }
  addLogFilm(pupilId: string, film: Blob, note: string): Observable<LogEntry> {
    return this.http
      .post(`/api/pupils/${pupilId}/log-films`, film, { headers: OCTETS, params: { note } })
      .pipe(map((x) => LogEntry.parse(x)));
  }
  markLogFilm(id: string, marks: LogFilm['marks']): Observable<LogEntry> {
    return this.http.put(`/api/log/${id}/marks`, { marks }).pipe(map((x) => LogEntry.parse(x)));
  }
  keepReport(lessonId: string, text: ReportText | null): Observable<Report> {
    return this.http.put(`/api/lessons/${lessonId}/report`, { text }).pipe(map((x) => Report.parse(x)));
  }
  practice(pupilId: string): Observable<Practice> {
    return this.http.get(`/api/pupils/${pupilId}/practice`).pipe(map((x) => Practice.parse(x)));
  }
  makePlan(pupilId: string, plan: NewPlan): Observable<PracticePlan> {
    return this.http.post(`/api/pupils/${pupilId}/plans`, plan).pipe(map((x) => PracticePlan.parse(x)));
  }
  actOnPlan(id: string, act: PlanAct): Observable<PracticePlan> {
    return this.http.post(`/api/plans/${id}`, act).pipe(map((x) => PracticePlan.parse(x)));
  }
  log(pupilId: string, entry: NewLogEntry): Observable<LogEntry> {
    return this.http.post(`/api/pupils/${pupilId}/log`, entry).pipe(map((x) => LogEntry.parse(x)));
  }
  deleteEntry(id: string): Observable<LogEntry> {
    return this.http.post(`/api/log/${id}/delete`, null).pipe(map((x) => LogEntry.parse(x)));
  }
  restoreEntry(id: string): Observable<LogEntry> {
    return this.http.post(`/api/log/${id}/restore`, null).pipe(map((x) => LogEntry.parse(x)));
  }
  changeBay(change: BayChange): Observable<Bay> {
    return this.http.put<Bay>('/api/bay', change);
  }
  recording(id: string): Observable<{ bundle: Uint8Array; part: number }> {
    return this.http
      .get(`/api/swings/${id}/recording`, { responseType: 'arraybuffer', observe: 'response' })
      .pipe(map((r) => ({ bundle: new Uint8Array(r.body!), part: Number(r.headers.get('x-swing-part') ?? 0) })));
  }
}

/** Whether the server first wants to know who is there. */
export const signedOut = (e: unknown): boolean =>
  e instanceof HttpErrorResponse &&
  e.status === 401 &&
  (e.error as { message?: string } | null)?.message === 'Sign in first.';

/** One sentence for a person from whatever went wrong. */
export function sentenceOf(e: unknown): string {
  if (e instanceof HttpErrorResponse) {
    // the session has ended: the way in is the only thing to show
    if (signedOut(e) && !location.pathname.startsWith('/sign-in')) location.assign('/sign-in');
    const problem = Problem.safeParse(e.error);
    if (problem.success) return [problem.data.message, problem.data.kept].filter(Boolean).join(' ');
    if (e.status === 0)
      return 'The server does not answer. What was recorded is kept; this page goes on by itself when it is back.';
    return `The server refused (${e.status}). Nothing was changed.`;
  }
  return e instanceof Error ? e.message : 'Something went wrong. Nothing was changed.';
}
