/** Ant Design in the product's own clothes, for both themes. */
import { type ThemeConfig, theme } from "antd";
import { create } from "zustand";
import { choice, keepChoice } from "../storage/choices";

export type ThemeName = "light" | "dark";

const stored = (): ThemeName => {
  const said = choice("theme");
  if (said === "light" || said === "dark") return said;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light";
};

/** Before anybody is told: what is drawn on a canvas reads its colours when it hears of it. */
const wear = (name: ThemeName): ThemeName => {
  document.documentElement.dataset.theme = name;
  return name;
};

export const useTheme = create<{ name: ThemeName; toggle(): void }>()((set, get) => ({
  name: wear(stored()),
  toggle() {
    const name = wear(get().name === "dark" ? "light" : "dark");
    keepChoice("theme", name);
    set({ name });
  },
}));

const light = {
  paper: "#fffdf8",
  ink: "#1e2329",
  line: "#c6c1b0",
  holds: "#17696b",
  wrong: "#a93a25",
  layer: "#fffdf8",
  hint: "#62666a",
  chosen: "#ddefec",
};
const dark = {
  paper: "#212427",
  ink: "#ece8de",
  line: "#4a4e51",
  holds: "#6cc4bd",
  wrong: "#f09479",
  layer: "#282b2f",
  hint: "#a6a59d",
  chosen: "#1d3836",
};

export function antTheme(name: ThemeName): ThemeConfig {
  const c = name === "dark" ? dark : light;
  return {
    algorithm: name === "dark" ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      fontFamily: '"Figtree Variable", sans-serif',
      fontSize: 13,
      borderRadius: 3,
      colorPrimary: c.holds,
      colorInfo: c.holds,
      colorLink: c.holds,
      colorError: c.wrong,
      colorText: c.ink,
      colorTextPlaceholder: c.hint,
      colorBorder: c.line,
      colorBgContainer: c.paper,
      colorBgElevated: c.layer,
      controlItemBgActive: c.chosen,
      controlItemBgActiveHover: c.chosen,
      controlHeight: 28,
      controlHeightSM: 23,
      fontSizeSM: 12,
      sizeStep: 3,
      wireframe: true,
      // What moves here is the component under work, not the tool.
      motion: false,
    },
    components: {
      Button: {
        defaultShadow: "none",
        primaryShadow: "none",
        dangerShadow: "none",
        fontWeight: 500,
        paddingInline: 10,
        primaryColor: name === "dark" ? "#10201f" : "#ffffff",
      },
      Modal: { titleFontSize: 16 },
    },
  };
}
