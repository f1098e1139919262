import { createTheme } from "@mui/material/styles";

const text = '"Hanken Grotesk Variable", sans-serif';
const neutral = { border: "1px solid var(--line)", boxShadow: "none" };

/** MUI keeps its behaviour (focus, keyboard, ARIA) and takes our looks from tokens.css. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "media" },
  colorSchemes: {
    light: {
      palette: { primary: { main: "#14594A" }, error: { main: "#B93A1B" }, background: { default: "#F4F6F3", paper: "#FFFFFF" } },
    },
    dark: {
      palette: { primary: { main: "#7CC7B0" }, error: { main: "#FF8F72" }, background: { default: "#121916", paper: "#1A2320" } },
    },
  },
  typography: {
    fontFamily: text,
    fontSize: 14,
    body1: { fontSize: 14 },
    button: { textTransform: "none", fontWeight: 600, fontSize: 13 },
  },
  shape: { borderRadius: 8 },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, size: "small", variant: "outlined" },
      styleOverrides: {
        root: {
          ...neutral,
          minHeight: 30,
          padding: "0 11px",
          gap: 7,
          borderRadius: 8,
          color: "var(--ink)",
          background: "var(--sheet)",
          whiteSpace: "nowrap",
          transition: "none", // while colours fade from disabled to enabled, the words on them cannot be read
          "&:hover": { background: "var(--hair)" },
          "&.Mui-focusVisible": { outline: "2px solid var(--spruce)", outlineOffset: 2 },
          "&.Mui-disabled": { color: "var(--faint)", background: "var(--hair)", borderColor: "var(--line)" },
        },
        contained: {
          background: "var(--spruce)",
          borderColor: "var(--spruce)",
          color: "var(--on-spruce)",
          "&:hover": { background: "var(--spruce)", filter: "brightness(1.08)" },
        },
        text: { border: "none", background: "none", color: "var(--spruce)", padding: "0 6px" },
      },
    },
    MuiIconButton: { styleOverrides: { root: { color: "var(--soft)", borderRadius: 8 } } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: "none", color: "var(--ink)" } } },
    MuiPopover: {
      styleOverrides: {
        paper: { border: "1px solid var(--line)", borderRadius: 10, boxShadow: "0 8px 28px rgb(23 33 29 / 0.16)" },
      },
    },
    MuiMenuItem: { styleOverrides: { root: { fontSize: 14, minHeight: 32 } } },
    MuiDialog: {
      styleOverrides: {
        paper: { border: "1px solid var(--line)", borderRadius: 12, boxShadow: "0 16px 48px rgb(23 33 29 / 0.22)" },
      },
    },
    MuiSwitch: {
      styleOverrides: {
        root: { width: 38, height: 22, padding: 0, margin: 0, overflow: "visible" },
        switchBase: {
          padding: 3,
          "&.Mui-checked": { transform: "translateX(16px)", color: "#fff" },
          "&.Mui-focusVisible + .MuiSwitch-track": { outline: "2px solid var(--spruce)", outlineOffset: 2 },
        },
        thumb: { width: 16, height: 16, boxShadow: "none", background: "#fff" },
        track: {
          borderRadius: 12,
          opacity: "1 !important",
          background: "var(--faint)",
          ".Mui-checked + &": { background: "var(--spruce) !important" },
        },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        root: {
          background: "var(--sheet)",
          fontSize: 14,
          borderRadius: 8,
          "&.Mui-focused .MuiOutlinedInput-notchedOutline": { borderColor: "var(--spruce)", borderWidth: 2 },
        },
        multiline: { padding: 0 },
        notchedOutline: { borderColor: "var(--line)" },
        input: { padding: "7px 10px" },
      },
    },
    MuiTooltip: {
      styleOverrides: { tooltip: { background: "var(--ink)", color: "var(--on-ink)", fontSize: 12.5, fontFamily: text } },
    },
    MuiFormControlLabel: { styleOverrides: { label: { fontSize: 14 } } },
    MuiToggleButtonGroup: { styleOverrides: { root: { background: "var(--sheet)" } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          textTransform: "none",
          fontWeight: 600,
          fontSize: 13,
          lineHeight: 1.4,
          padding: "4px 11px",
          borderColor: "var(--line)",
          color: "var(--soft)",
          "&.Mui-selected, &.Mui-selected:hover": { background: "var(--ink)", color: "var(--on-ink)" },
        },
      },
    },
  },
});
