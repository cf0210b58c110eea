import { join, resolve } from 'node:path';

/** The folder everything is kept in. */
export const dataFolder = (): string => resolve(process.env.ODD_SPARROW_DATA ?? 'var');

export const folders = {
  store: (): string => join(dataFolder(), 'store'),
  pictures: (): string => join(dataFolder(), 'pictures'),
  /** Colour profiles, by their content. */
  profiles: (): string => join(dataFolder(), 'profiles'),
  out: (): string => join(dataFolder(), 'out'),
  /** Files on their way in, in one breath. */
  arriving: (): string => join(dataFolder(), 'store', 'arriving'),
  /** Files on their way in that can be gone on with. */
  uploads: (): string => join(dataFolder(), 'store', 'uploads'),
};

/** Where built workers lie. */
export const workerFile = (): string => resolve(process.env.ODD_SPARROW_WORKERS ?? 'dist/workers', 'pdf.mjs');

/** Where a job is opened, for what is printed on paper. */
export const addressOf = (jobId: string): string =>
  `http://${process.env.ODD_SPARROW_HOST ?? process.env.HOST ?? '127.0.0.1'}:${process.env.PORT ?? 4380}/jobs/${jobId}`;

export const migrationsFolder = (): string => resolve(process.env.ODD_SPARROW_MIGRATIONS ?? 'db');

export function databaseUrl(): string {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set. Start the application with npm start.');
  return url;
}
