import type { FastifyInstance } from 'fastify';
import { serve } from '../http/serve.js';
import type { BookingService } from './booking-service.js';
import type { CalendarService } from './calendar-service.js';
import type { PreparationService } from './preparation.js';
import type { TodayService } from './today-service.js';

export interface DayRoutes {
  readonly bookings: BookingService;
  readonly calendars: CalendarService;
  readonly today: TodayService;
  readonly preparation: PreparationService;
}

/** The day, the calendar, and calendars elsewhere. */
export function dayRoutes(
  app: FastifyInstance,
  { bookings, calendars, today, preparation }: DayRoutes,
  done: () => void,
): void {
  serve(app, 'today', () => today());
  serve(app, 'calendarDays', ({ query }) => bookings.days(query.from, query.days));
  serve(app, 'book', ({ body }) => bookings.book(body));
  serve(app, 'takeCalendar', ({ query, body }) => calendars.take(Buffer.from(body).toString('utf8'), query));
  serve(app, 'changeBooking', ({ params, body }) => bookings.change(params.id, body));
  serve(app, 'beginBooking', ({ params }) => bookings.begin(params.id));
  serve(app, 'preparation', ({ params }) => preparation(params.id));
  serve(app, 'calendarAddresses', () => calendars.addresses());
  serve(app, 'openCalendar', ({ body }) => calendars.open(body.coach));
  serve(app, 'closeCalendar', ({ body }) => calendars.close(body.coach));
  serve(app, 'calendarFile', async ({ params, reply }) => {
    const file = await calendars.file(params.secret);
    if (file === null) return null;
    return reply.header('content-type', 'text/calendar; charset=utf-8').header('cache-control', 'no-store').send(file);
  });
  done();
}
