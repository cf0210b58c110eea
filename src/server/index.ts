/** What the routes may use of the server. */
export { boot } from './boot';
export { databaseAway, sql, transaction, closeDatabase } from './db';
export { cancelDelivery, NotSendable, releaseDelivery, send, sendAgain } from './deliveries';
export { eventStream, tell } from './events';
export { cancelExport, exportFile, startExport } from './exports';
export { addFile, cleanName, jobFromArtwork, patchJob, readStored, stepJob, swapArtwork, takeIn } from './jobs';
export { migrate } from './migrate';
export { learnCaliper, learnMachine } from './learned';
export { testRun } from './passes';
export { picture, pictureProgress, WIDTHS } from './pictures';
export { storedAt, StoreError } from './store';
export { findArtwork } from './tables/artworks';
export { listDeliveries, type Delivery } from './tables/deliveries';
export { findExport } from './tables/exports';
export { listJobs, Outdated, readJob, setRemoved, type JobRow, type ListedRow } from './tables/jobs';
export { readShop, writeShop } from './tables/shop';
