// Writes the bounds that fields have, as the API's document has them, for the front end.
import { readFileSync } from "node:fs";

const { schemas } = JSON.parse(readFileSync(process.argv[2], "utf8")).components;
const of = (schema, property) => schemas[schema].properties[property];
const bounds = {
  name: of("PageNode", "name").maxLength,
  cell: of("EditType", "text").maxLength,
  recipe: of("EditAddRow", "recipe").maxLength,
  perLine: of("PageSetting", "perLine").maximum,
  divides: of("EditStep", "width").maximum,
};
console.log(`export const bounds = ${JSON.stringify(bounds)} as const;`);
