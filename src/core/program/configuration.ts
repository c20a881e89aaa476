/** Configurations: which states are active together (SCXML §3.11). Each is kept once and known by its number. */
import type { StateIndex } from "../../kernel";

export type ConfigurationIndex = number;
export interface Configuration {
  index: ConfigurationIndex;
  /** In document order, the root first. */
  states: readonly StateIndex[];
  /** Those with nothing active inside. */
  atomic: readonly StateIndex[];
  /** By state index. */
  has: readonly boolean[];
}

export class Configurations {
  private readonly list: Configuration[] = [];
  private readonly known = new Map<string, Configuration>();

  constructor(private readonly states: readonly { atomic: boolean }[]) {}

  at(index: ConfigurationIndex): Configuration {
    return this.list[index];
  }

  /** @param active in any order; ancestors included */
  of(active: Iterable<StateIndex>): Configuration {
    const states = [...new Set([0, ...active])].sort((a, b) => a - b);
    const key = states.join();
    let found = this.known.get(key);
    if (!found) {
      const has = this.states.map(() => false);
      for (const s of states) has[s] = true;
      found = { index: this.list.length, states, atomic: states.filter((s) => this.states[s].atomic), has };
      this.list.push(found);
      this.known.set(key, found);
    }
    return found;
  }

  /** Those of a tree that is the same, under the same numbers; only before any other is asked for. */
  inherit(from: Configurations): void {
    for (const { states } of from.list) this.of(states);
  }
}
