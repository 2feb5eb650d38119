import { Body, Controller, Query, Res } from '@nestjs/common';
import type { DayBook, DoneBed } from '@kanga/core/day';
import { dayBookSchema, doneQuerySchema, type DayFile } from '@kanga/contract/day';
import type { Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { CalendarService } from './calendar.service.js';
import { DayPastService } from './day-past.service.js';
import { DayService } from './day.service.js';

@Controller()
export class DayController {
  constructor(
    private readonly days: DayService,
    private readonly calendar: CalendarService,
    private readonly past: DayPastService,
  ) {}

  @Route('day')
  day(): Promise<DayFile> {
    return this.days.file();
  }

  @Route('keepDay')
  keep(@Body(new Valid(dayBookSchema)) book: DayBook): Promise<DayBook> {
    return this.days.keep(book);
  }

  @Route('dayDone')
  done(@Query(new Valid(doneQuerySchema)) { day }: { day: string }): Promise<DoneBed[]> {
    return this.past.on(day);
  }

  @Route('dayCalendar')
  async feed(@Res() response: Response): Promise<void> {
    response
      .type('text/calendar')
      .attachment('kanga.ics')
      .send(await this.calendar.feed());
  }
}
