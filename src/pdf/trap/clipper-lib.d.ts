/** As far as it is used here: integer polygons, cut, joined and grown. */
declare module 'clipper-lib' {
  export interface IntPoint {
    X: number;
    Y: number;
  }
  export type Path = IntPoint[];
  export type Paths = Path[];
  /** What comes out where lines are cut as well: asked only by Clipper itself. */
  export type PolyTree = Readonly<Record<'PolyTree', unknown>>;
  export interface Clipper {
    AddPaths(paths: readonly Path[], type: number, closed: boolean): boolean;
    Execute(operation: number, solution: Paths | PolyTree, subject: number, clip: number): boolean;
  }
  export interface ClipperOffset {
    AddPaths(paths: readonly Path[], join: number, end: number): void;
    Execute(solution: Paths, delta: number): void;
  }
  type Names<K extends string> = Readonly<Record<K, number>>;
  const lib: {
    Clipper: {
      new (): Clipper;
      SimplifyPolygons(paths: readonly Path[], fill: number): Paths;
      OpenPathsFromPolyTree(tree: PolyTree): Paths;
      Area(path: Path): number;
    };
    ClipperOffset: new (miterLimit?: number, arcTolerance?: number) => ClipperOffset;
    PolyTree: new () => PolyTree;
    ClipType: Names<'ctIntersection' | 'ctUnion' | 'ctDifference'>;
    PolyType: Names<'ptSubject' | 'ptClip'>;
    PolyFillType: Names<'pftEvenOdd' | 'pftNonZero'>;
    JoinType: Names<'jtSquare' | 'jtRound' | 'jtMiter'>;
    EndType: Names<'etOpenSquare' | 'etOpenRound' | 'etOpenButt' | 'etClosedLine' | 'etClosedPolygon'>;
  };
  export default lib;
}
