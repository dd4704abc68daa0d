declare module 'edmonds-blossom-fixed' {
  /**
   * Matching of the greatest weight: edges as [one, other, whole weight], vertices counted from 0. Answers with the mate of each vertex,
   * −1 where it has none; of no edges with none.
   */
  export default function matching(
    edges: readonly (readonly [number, number, number])[],
    maxCardinality?: boolean,
  ): number[];
}
