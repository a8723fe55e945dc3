import { Monitor, Moon, Sun } from "lucide-react";
import { Button } from "./Button";
import { useTheme, type Choice } from "../theme";

const next: Record<Choice, Choice> = { system: "light", light: "dark", dark: "system" };
const icons = { system: Monitor, light: Sun, dark: Moon };

/** Goes round the themes: the system's, light, dark. */
export function ThemeButton() {
  const { choice, choose } = useTheme();
  const Icon = icons[choice];
  return (
    <Button
      title={`Theme: ${choice}`}
      aria-label={`Theme: ${choice}. Change to ${next[choice]}`}
      onClick={() => choose(next[choice])}
      look="bar"
      size="icon"
    >
      <Icon size={15} aria-hidden="true" />
    </Button>
  );
}
