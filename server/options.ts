import { isLocalDateTime, instantOf } from '@core/schedule/local-time';
import { parseArgs } from 'node:util';

/** How the program was called. */
export interface ProgramOptions {
  readonly port: number;
  /** Folder of the store. */
  readonly data: string;
  /** UTC milliseconds at which the content clock stands; null lets it run. */
  readonly at: number | null;
}

/**
 * Reads the command line: --port, --data, --at.
 * @throws RangeError when a value cannot be used, in words for whoever typed it
 */
export function readOptions(args: readonly string[], zone: string): ProgramOptions {
  const { values } = parseArgs({
    args: [...args],
    options: { port: { type: 'string', default: '8420' }, data: { type: 'string', default: '.almanac/site' }, at: { type: 'string' } },
  });
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new RangeError(`--port takes a number from 0 to 65535, not "${values.port}"`);
  if (values.at !== undefined && !isLocalDateTime(values.at))
    throw new RangeError(`--at takes a time like 2027-03-18T09:40, not "${values.at}"`);
  return { port, data: values.data, at: values.at === undefined ? null : instantOf({ local: values.at, zone }) };
}
