/** The dyes of what is drawn over a page. They are those of the light theme: a page is as its author made it, whatever
 *  the theme of this application. */
export const dye = {
  paper: "#fbf9f4",
  ink: "#1d2422",
  woad: "#2b6a6c",
  woadDeep: "#1d4a4c",
  madder: "#b4432d",
  madderDeep: "#7a2616",
  weld: "#a8770c",
  weldDeep: "#7d5705",
  white: "#ffffff",
} as const;
