import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type Bay, type BayChange, Imported, Lesson, Problem, PupilWithLessons, type SwingChange, SwingHead } from '@vilko/contract';
import { map, type Observable } from 'rxjs';
import { z } from 'zod';

/** The server's answers, validated. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  pupils(): Observable<PupilWithLessons[]> {
    return this.http.get('/api/pupils').pipe(map((x) => z.array(PupilWithLessons).parse(x)));
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
  importFile(lessonId: string, file: File, club: string, clubName: string): Observable<Imported> {
    const headers = { 'content-type': 'application/octet-stream' };
    return this.http
      .post(`/api/lessons/${lessonId}/recordings`, file, { headers, params: { name: file.name, club, clubName } })
      .pipe(map((x) => Imported.parse(x)));
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

/** One sentence for a person from whatever went wrong. */
export function sentenceOf(e: unknown): string {
  if (e instanceof HttpErrorResponse) {
    const problem = Problem.safeParse(e.error);
    if (problem.success) return [problem.data.message, problem.data.kept].filter(Boolean).join(' ');
    if (e.status === 0) return 'The server does not answer. What was recorded is kept; this page goes on by itself when it is back.';
    return `The server refused (${e.status}). Nothing was changed.`;
  }
  return e instanceof Error ? e.message : 'Something went wrong. Nothing was changed.';
}
