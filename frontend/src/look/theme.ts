import { createTheme } from "@mui/material/styles";
import { COLOURS } from "./colours";

const text = "var(--text)";
const palette = (scheme: keyof typeof COLOURS) => {
  const { spruce, top, page, sheet } = COLOURS[scheme];
  return { primary: { main: spruce }, error: { main: top }, background: { default: page, paper: sheet } };
};
const neutral = { border: "1px solid var(--line)", boxShadow: "none" };

/** MUI keeps its behaviour (focus, keyboard, ARIA) and takes our looks: the colours are those of colours.ts. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "media" },
  colorSchemes: { light: { palette: palette("light") }, dark: { palette: palette("dark") } },
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
        text: {
          border: "none",
          background: "none",
          color: "var(--spruce)",
          padding: "0 6px",
          "&.Mui-disabled": { background: "none" },
        },
      },
    },
    MuiIconButton: { styleOverrides: { root: { color: "var(--soft)", borderRadius: 8 } } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: "none", color: "var(--ink)" } } },
    MuiPopover: {
      styleOverrides: {
        paper: { border: "1px solid var(--line)", borderRadius: 10, boxShadow: "0 8px 28px var(--shade)" },
      },
    },
    MuiMenuItem: { styleOverrides: { root: { fontSize: 14, minHeight: 32 } } },
    MuiDialog: {
      styleOverrides: {
        paper: { border: "1px solid var(--line)", borderRadius: 12, boxShadow: "0 16px 48px var(--shade)" },
      },
    },
    MuiSwitch: {
      styleOverrides: {
        root: { width: 38, height: 22, padding: 0, margin: 0, overflow: "visible" },
        switchBase: {
          padding: 3,
          "&.Mui-checked": { transform: "translateX(16px)", color: "var(--on-spruce)" },
          "&.Mui-focusVisible + .MuiSwitch-track": { outline: "2px solid var(--spruce)", outlineOffset: 2 },
        },
        thumb: { width: 16, height: 16, boxShadow: "none", background: "var(--on-spruce)" },
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
    // A field or a choice in a sentence: a line below it, no box round it.
    MuiInput: {
      styleOverrides: {
        root: {
          fontSize: 14,
          background: "var(--sheet)",
          color: "var(--ink)",
          "&::before, &:hover:not(.Mui-disabled, .Mui-error)::before": { borderBottom: "2px solid var(--line)" },
          "&::after": { borderBottomColor: "var(--spruce)" },
        },
        input: { height: "auto", padding: "2px 4px", "&::placeholder": { color: "var(--faint)", opacity: 1 } },
      },
    },
    MuiSelect: {
      styleOverrides: { select: { ".MuiInput-root &": { padding: "2px 22px 2px 3px", fontWeight: 600 } } },
    },
    MuiChip: {
      defaultProps: { variant: "outlined", size: "small" },
      styleOverrides: {
        root: {
          height: "auto",
          maxWidth: "100%",
          borderRadius: 6,
          fontSize: 13,
          fontWeight: 600,
          color: "var(--soft)",
          background: "var(--sheet)",
          borderColor: "var(--line)",
          transition: "none",
          "&.MuiChip-clickable:hover": { background: "var(--hair)" },
          "&.Mui-focusVisible": { background: "var(--sheet)", outline: "2px solid var(--spruce)", outlineOffset: 2 },
          "&[aria-pressed=true], &[aria-pressed=true]:hover": {
            background: "var(--spruce-soft)",
            borderColor: "var(--spruce)",
            color: "var(--spruce)",
          },
          i: { fontStyle: "normal", fontWeight: 450, color: "var(--faint)" },
          "&[aria-pressed=true] i": { color: "inherit" },
        },
        label: { padding: "3px 8px", whiteSpace: "normal", overflowWrap: "anywhere" },
      },
      variants: [
        {
          props: { variant: "filled" },
          style: {
            fontSize: 13.5,
            fontWeight: 650,
            color: "var(--spruce)",
            background: "var(--spruce-soft)",
            "&.MuiChip-clickable:hover": { background: "var(--spruce-soft)" },
            ".MuiChip-icon": { order: 1, margin: "0 6px 0 -4px", fontSize: 13, color: "inherit" },
          },
        },
      ],
    },
    MuiTabs: {
      styleOverrides: {
        root: { minHeight: 0, marginBottom: 10 },
        list: { gap: "4px 18px" },
        indicator: { backgroundColor: "var(--spruce)" },
        scrollButtons: { width: 24, color: "var(--soft)" },
      },
    },
    MuiTab: {
      styleOverrides: {
        root: {
          minWidth: 0,
          minHeight: 0,
          padding: "2px 0 4px",
          fontSize: 13,
          fontWeight: 500,
          textTransform: "none",
          letterSpacing: 0,
          color: "var(--soft)",
          opacity: 1,
          "&:hover": { color: "var(--ink)" },
          "&.Mui-selected": { color: "var(--ink)", fontWeight: 650 },
          "&.Mui-focusVisible": { outline: "2px solid var(--spruce)", outlineOffset: -2 },
        },
      },
    },
    MuiSlider: {
      defaultProps: { size: "small" },
      styleOverrides: {
        root: { color: "var(--spruce)" },
        rail: { background: "var(--faint)" },
        thumb: { width: 16, height: 16, boxShadow: "none", "&::before": { boxShadow: "none" } },
      },
    },
    MuiMenu: {
      defaultProps: { transitionDuration: 0 }, // what grows under the pointer is pressed beside
      styleOverrides: {
        paper: { border: "1px solid var(--line)", borderRadius: 10, boxShadow: "0 8px 28px var(--shade)" },
      },
    },
    MuiTooltip: {
      defaultProps: { describeChild: true },
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
