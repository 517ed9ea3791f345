import { applyTheme, storedTheme } from "./ui/theme";

// before anything is drawn, so that nobody sees the other theme flash
applyTheme(storedTheme());
