import { computed, inject } from '@angular/core';
import { rulesInUse } from '@hephaist/contracts/records/rules-in-use';
import { alertsOf } from '@hephaist/core/qualification/good-days';
import { signalStore, withComputed } from '@ngrx/signals';
import { localNow } from '../time/zone';
import { CrewStore } from './crew.store';
import { JobStore } from './job.store';
import { TablesStore } from './tables.store';

/** Whose qualification runs out or just ran out, under the rules that the open job's lines are under. */
export const AlertsStore = signalStore(
  { providedIn: 'root' },
  withComputed((_, job = inject(JobStore), crew = inject(CrewStore), tables = inject(TablesStore)) => {
    const today = computed(() => localNow(job.timeZone()).slice(0, 10));
    const rules = computed(() => {
      const now = job.job();
      return now ? rulesInUse([{ ...now, archived: false }], job.lines(), tables.tables()) : [];
    });
    return {
      today,
      alerts: computed(() =>
        crew
          .records()
          .flatMap(({ brazer, record }) =>
            alertsOf(record, rules(), today()).map((alert) => ({ brazer, record, alert })),
          )
          .sort((a, b) => a.alert.daysLeft - b.alert.daysLeft || a.brazer.name.localeCompare(b.brazer.name)),
      ),
    };
  }),
);
