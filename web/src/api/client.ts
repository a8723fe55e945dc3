import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Beginning = components["schemas"]["Beginning"];
export type Bench = components["schemas"]["Bench"];
export type Box = components["schemas"]["Box"];
export type Breakpoint = components["schemas"]["Breakpoint"];
export type Card = components["schemas"]["Card"];
export type Cell = components["schemas"]["Cell"];
export type Change = components["schemas"]["Change"];
export type Comparison = components["schemas"]["Comparison"];
export type Content = components["schemas"]["PageContent"];
export type Drawing = components["schemas"]["Drawing"];
export type Filling = components["schemas"]["Filling"];
export type Moment = components["schemas"]["Moment"];
export type Picture = components["schemas"]["Picture"];
export type Planned = components["schemas"]["Planned"];
export type Piece = components["schemas"]["Piece"];
export type Why = components["schemas"]["Why"];
export type Move = components["schemas"]["Move"];
export type Effect = components["schemas"]["Effect"];
export type KitView = components["schemas"]["KitView"];
export type Kit = components["schemas"]["KitKit"];
export type LibraryKit = components["schemas"]["LibraryKit"];
export type SheetKit = components["schemas"]["SheetKit"];
export type SheetView = components["schemas"]["SheetView"];
export type Brought = NonNullable<Kit["brought"]>;
export type SheetFile = Brought["files"][number];
export type Ruler = components["schemas"]["Ruler"];
export type Sketch = components["schemas"]["Sketch"];
export type Span = components["schemas"]["KitSpan"];
export type Step = components["schemas"]["KitStep"];
export type Lane = components["schemas"]["Lane"];
export type OptionSketch = components["schemas"]["OptionSketch"];
export type Operation = components["schemas"]["EditOperation"];
export type Problem = components["schemas"]["Problem"];
export type Shift = components["schemas"]["Shift"];
export type SheetNode = components["schemas"]["Node"];

/** The API as its OpenAPI document describes it. */
export const api = createClient<paths>({
  querySerializer: { array: { style: "form", explode: true } },
});

/** An answer that was an error, with the problem it named. */
export class Refusal extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }
}

/** The data of an answer; throws a Refusal where the answer was a problem. */
export function orRefuse<T>(answer: { data?: T; error?: unknown; response: Response }): T {
  if (answer.data !== undefined) return answer.data;
  const problem = answer.error as Problem | undefined;
  throw new Refusal(
    problem?.detail
      ? problem
      : { title: "Error", status: answer.response.status, detail: "The server could not answer." },
  );
}
