import { readdirSync, readFileSync } from 'node:fs';

export interface Process {
  readonly pid: number;
  readonly parent: number;
  /** Its command line, as every user of the machine may read it. */
  readonly args: string;
}

/** Every process of the machine. */
export const processes = (): Process[] =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .flatMap((pid) => {
      try {
        const args = readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
        const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
        // After the name in brackets: state, parent.
        const parent = Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]);
        return [{ pid: Number(pid), parent, args }];
      } catch {
        // It ended meanwhile.
        return [];
      }
    });
