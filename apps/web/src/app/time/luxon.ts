import type { Provider } from '@angular/core';
import { MAT_LUXON_DATE_ADAPTER_OPTIONS, provideLuxonDateAdapter } from '@angular/material-luxon-adapter';

/** Calendars and clocks of Material, read and written as ISO whatever the browser's locale; weeks begin on Monday. */
export const isoCalendar: Provider[] = [
  provideLuxonDateAdapter({
    parse: { dateInput: 'yyyy-MM-dd', timeInput: 'HH:mm' },
    display: {
      dateInput: 'yyyy-MM-dd',
      timeInput: 'HH:mm',
      timeOptionLabel: 'HH:mm',
      monthYearLabel: 'yyyy-MM',
      dateA11yLabel: 'd LLLL yyyy',
      monthYearA11yLabel: 'LLLL yyyy',
    },
  }),
  {
    provide: MAT_LUXON_DATE_ADAPTER_OPTIONS,
    useValue: { useUtc: true, firstDayOfWeek: 1, defaultOutputCalendar: 'gregory' },
  },
];
