/** Weighted values of which quantiles are asked, so many at most. A fleet asks for them by the hundred million. */
export class Weighted {
  private readonly values: Float64Array;
  private readonly weights: Float64Array;
  private count = 0;
  private all = 0;

  constructor(most: number) {
    this.values = new Float64Array(most);
    this.weights = new Float64Array(most);
  }

  add(value: number, weight: number): void {
    this.values[this.count] = value;
    this.weights[this.count] = weight;
    this.count++;
    this.all += weight;
  }

  /** The smallest value up to which each share of all weight lies; no number where there are no values. */
  quantiles(shares: readonly number[]): number[] {
    // Numbers alone are sorted many times as fast as pairs; where a share lies among them is then found by halving.
    const sorted = this.values.slice(0, this.count).sort();
    return shares.map((share) => {
      const wanted = share * this.all;
      let [below, reached] = [-1, sorted.length - 1];
      while (reached - below > 1) {
        const middle = (below + reached) >> 1;
        if (this.weightTo(sorted[middle] ?? 0) >= wanted) reached = middle;
        else below = middle;
      }
      return sorted[reached] ?? Number.NaN;
    });
  }

  private weightTo(value: number): number {
    let sum = 0;
    for (let at = 0; at < this.count; at++) {
      if ((this.values[at] ?? 0) <= value) sum += this.weights[at] ?? 0;
    }
    return sum;
  }
}
