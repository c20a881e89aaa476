/** A text that is no template: `${` in it stands for those two characters. */
export const escapeTemplate = (text: string): string => text.replaceAll("${", "\\${");
