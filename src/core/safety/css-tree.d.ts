declare module "css-tree/tokenizer" {
  export { tokenize, tokenTypes } from "css-tree";
}
