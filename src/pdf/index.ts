/** The edge to PDF: read, inspect, rasterise, compose. */
export { inkIn } from './ink';
export { coarsestPicture } from './resolution';
export { ArtworkError, ImprintError } from './errors';
export { readArtwork, type ReadArtwork } from './read';
export { withFound } from './find-pieces';
export { sniff } from './sniff';
export { soundPdf, type SoundPdf } from './sound';
export { rasterise, type ReadyPage } from './raster';
export type { PagePlates } from './page-plates';
export { jpegOf, pixelsOf, type Pixels } from './pixels';
export { compose, type ComposeJob, type Composed } from './compose';
export { writer } from './ways';
export { Hands, inWords, Stopped, TookTooLong, TookTooMuch } from './hands';
export type { Tasks } from './tasks';
export { scratchFolder, sweepEnded } from './scratch';
export { writeTestRun, writeTestSheet } from './test-run';
export { writeCutCard } from './cut-card';
export { PdfSyntaxError } from './syntax/objects';
