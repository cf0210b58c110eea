/** The booklet opened at `opening`: 0 shows the front cover, n shows pages 2n and 2n + 1, the last the back cover. */
export const pagesAt = (opening: number, total: number): { before: number | null; after: number | null } => ({
  before: opening === 0 ? null : 2 * opening,
  after: 2 * opening + 1 > total ? null : 2 * opening + 1,
});
