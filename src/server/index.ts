/** What the routes may use of the server. */
export { boot } from './boot';
export { closeDatabase, databaseAway, diskFull, sql, transaction, unstorable } from './db';
export { cancelDelivery, goOn, releaseDelivery, send, sendAgain, SentBefore } from './deliveries';
export { devices, signalled } from './devices';
export { eventStream, tell } from './events';
export { exchange, paced } from './exchange';
export { FolderTaken } from './folder-lock';
export { cancelExport, exportFile, startExport } from './exports';
export { addFile, cleanName, patchJob, putAlbum, readStored, stepJob, swapArtwork, takeIn } from './jobs';
export { jobFromArtwork } from './new-job';
export { gatherJobs, partJobs } from './gather';
export { MOST_ROWS, putTable, readStoredTable, someRows } from './record-tables';
export { findTable } from './tables/record-tables';
export { bringBack, copyJob, markDone, removeJob, StillPrinting } from './board';
export { dropOrder, layoutOfJob, receiveOrders, type Received } from './orders';
export { findOrder, waitingOrders, type OrderRow } from './tables/orders';
export { forgetImprint, forgetMarks, keepImprint, keepMarks, keptImprints, keptMarks } from './kept';
export {
  changeForm,
  forgetProgram,
  programFile,
  programsAt,
  programsOfJob,
  takePrograms,
  type TakenIn,
} from './programs';
export { keepProfile, keptProfiles } from './profiles';
export { NotSendable } from './not-sendable';
export { packageOfJob } from './package';
export { migrate } from './migrate';
export { learnCaliper, learnMachine } from './learned';
export { testRun, printTestSheet } from './passes';
export { cardOf, checkReportOf, cutCardOf, slipsOf, wallCardOf } from './card';
export { drawFirst } from './work';
export { proofAsJob } from './proofs';
export { checked, checkOfJob, stopChecking, type FileCheck } from './checks';
export { picture, pictureProgress, plates, WIDTHS } from './pictures';
export { storedAt, StoreError } from './store';
export { answerUpload, dropUpload, takeUpload } from './uploads';
export { findArtwork, findArtworks } from './tables/artworks';
export { listDeliveries, type Delivery } from './tables/deliveries';
export { findExport, inZip, Written } from './tables/exports';
export { listJobs, Outdated, readJob, type JobRow, type ListedRow } from './tables/jobs';
export { findMachine, readHouse, readShop, writeHouse, writeShop } from './tables/shop';
export {
  changeHouse,
  dropValue,
  importShop,
  jobsHaving,
  putValue,
  retireValue,
  shopFile,
  takeHouse,
  wholeShopFile,
} from './shop';
