/**
 * Random cases are the same ones in every run: what fails, fails again. Others are what `npm run fuzz` and `npm run agree`
 * are for, and any with LIVELY_SEED=N.
 */
import fc from "fast-check";
import { SEED } from "./src/core/testing/tried";

fc.configureGlobal({ seed: Number(process.env.LIVELY_SEED ?? SEED) });
