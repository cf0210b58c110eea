/**
 * MuPDF, without its running commentary on what it mends: findings say that in the operator's words. Its settings
 * must stand before it is loaded, so it is loaded here and nowhere else.
 */
(globalThis as Record<string, unknown>)['$libmupdf_wasm_Module'] = { printErr: () => undefined };

export const mupdf = await import('mupdf');
