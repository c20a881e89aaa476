/** A view that is loaded when it is first shown. */
import { type FunctionComponent, type LazyExoticComponent, lazy } from "react";

type Props<View> = View extends (props: infer P) => unknown ? P : never;

/** @param name what its module calls it */
export function lazily<K extends string, M extends { [key in K]: unknown }>(
  load: () => Promise<M>,
  name: K,
): LazyExoticComponent<FunctionComponent<Props<M[K]>>> {
  return lazy(() => load().then((m) => ({ default: m[name] as FunctionComponent<Props<M[K]>> })));
}
