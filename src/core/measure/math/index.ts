/** CSS math and units, with types. */
export { type Computed, compute } from "./compute";
export { mathFunctions } from "./functions";
export { type Kind, kindText, type Quantity, quantityText } from "./quantity";
export { substitute, tokensIn } from "./substitute";
export { angles, type MeasureEnv } from "./units";
