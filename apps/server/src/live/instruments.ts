import type { InstrumentSet } from '@hephaist/contracts/records/purge-session';
import { DEVICE_IDS, type DeviceId } from '@hephaist/core/live/instruments';
import { readAddress } from './address.js';

/** A set of instruments and how they are reached; `control` only where they are stand-ins. */
export interface ReachableSet extends InstrumentSet {
  readonly addresses: Readonly<Partial<Record<DeviceId, string>>>;
  readonly control: string | null;
}

/**
 * Reads the setting HEPHAIST_INSTRUMENTS: sets parted by `;`, each a name and its instruments, such as
 * `bench oxygen=path:/dev/ttyUSB0 flow=tcp:10.0.0.7:4001; stand-in control=tcp:127.0.0.1:8422 oxygen=tcp:127.0.0.1:8423`.
 * @throws Error naming what cannot be read
 */
export function readInstruments(setting: string): ReachableSet[] {
  return setting
    .split(';')
    .map((s) => s.trim())
    .filter(Boolean)
    .map((text) => {
      const [id = '', ...parts] = text.split(/\s+/);
      const pairs = new Map(
        parts.map((p): [string, string] => [p.slice(0, p.indexOf('=')), p.slice(p.indexOf('=') + 1)]),
      );
      for (const [key, address] of pairs)
        if ((key !== 'control' && !DEVICE_IDS.includes(key as DeviceId)) || !readAddress(address))
          throw new Error(`HEPHAIST_INSTRUMENTS: cannot read "${key}=${address}" of the set "${id}"`);
      const devices = DEVICE_IDS.filter((d) => pairs.has(d));
      if (!devices.length) throw new Error(`HEPHAIST_INSTRUMENTS: the set "${id}" names no instrument`);
      const control = pairs.get('control') ?? null;
      return {
        id,
        name: control ? `${id} (simulated)` : id,
        devices,
        standIn: control !== null,
        addresses: Object.fromEntries(devices.map((d) => [d, pairs.get(d) ?? ''])),
        control,
      };
    });
}
