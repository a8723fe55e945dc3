import { Button } from "../parts/Button";
import { Screen } from "../parts/Screen";
import { Check, Copy, Download, Package } from "lucide-react";
import { Suspense, useMemo, useState } from "react";
import { useBench } from "../api/bench";
import { usePlace } from "../api/place";
import { archiveAt, sheetAt, useCode, useCosts, type Form } from "../api/code";
import { languageOf } from "../code/languages";
import { linesOf } from "../code/lines";
import { Sorry } from "../parts/Sorry";
import { viewStore } from "../bench/view";
import { later, unfetched } from "../parts/later";
import { Table } from "../parts/Table";

const CodeView = later(() => import("../code/CodeView"), unfetched);

/** A page's code to go: every form and file, what its head must have, what each form
 *  takes to ship, and all of it as an archive. */
export default function TakeScreen() {
  const place = usePlace();
  const bench = useBench(place);
  const [form, setForm] = useState<Form>("used");
  const [chosen, setChosen] = useState<string | null>(null);
  const [how, setHow] = useState({ ends: true, nested: false, gathered: false, network: false });
  const [node, setNode] = useState(viewStore.getState().shown?.node);
  const [copied, setCopied] = useState("");
  const revision = bench.data?.revision ?? 0;
  const code = useCode(place, revision, form, how, bench.isSuccess);
  const costs = useCosts(place, revision);
  const file = code.data?.files.find((f) => f.name === chosen) ?? code.data?.files[0];
  const marked = useMemo(() => linesOf(file?.nodes, node), [file, node]);

  const error = bench.error ?? code.error;
  if (error) return <Sorry why={error.message} again={() => void code.refetch()} />;
  if (!bench.data || !code.data || !file) return <p className="p-6 text-ink-2">Writing the code…</p>;

  async function copy(text: string) {
    await navigator.clipboard.writeText(text);
    setCopied(text);
  }
  const forms = bench.data.forms;
  const counted = form === "scss" || form === "less" ? "plain" : form; // what both come to
  const mixed = form === "scss" || form === "less" || form === "plain";
  const named = bench.data.nodes.find((n) => n.id === node)?.name;
  const standIn = bench.data.findings.find((f) => f.code === "stand-in")?.text;

  return (
    <Screen
      title={<h1 className="min-w-0 truncate text-bar-ink-2">Take away {bench.data.page.name}</h1>}
      back={`/${place.project}/${place.page}`}
      offers={
        <Button look="main" asChild>
          <a href={archiveAt(place, how)} download>
            <Package size={14} aria-hidden="true" />
            Download all
          </a>
        </Button>
      }
    >
      <main className="grid min-h-0 grid-cols-[196px_minmax(0,1fr)_372px] max-[1080px]:grid-cols-[170px_minmax(0,1fr)] max-[1080px]:grid-rows-[minmax(0,1fr)_38vh]">
        <nav aria-label="Forms and files" className="min-h-0 overflow-y-auto border-r border-line bg-sheet p-3">
          <fieldset className="grid gap-0.5">
            <legend className="mb-1 font-semibold">Form</legend>
            {forms.map(({ form: value, name }) => (
              <label
                key={value}
                className="flex cursor-pointer items-center gap-2 rounded-md px-2 py-1 has-checked:bg-madder-soft has-checked:font-semibold"
              >
                <input
                  type="radio"
                  name="form"
                  checked={form === value}
                  onChange={() => setForm(value)}
                  className="accent-madder"
                />
                {name}
              </label>
            ))}
          </fieldset>
          {standIn && (
            <p role="status" className="mt-3 rounded-md bg-weld-soft px-2 py-1.5 text-[12px]">
              There are {standIn}.
            </p>
          )}
          <h2 className="mt-4 mb-1 font-semibold">Files</h2>
          <ul>
            {code.data.files.map((f) => (
              <li key={f.name}>
                <Button
                  aria-current={f.name === file.name || undefined}
                  onClick={() => setChosen(f.name)}
                  look="bare"
                  className="w-full truncate rounded-md px-2 py-1 text-left font-mono text-[12px] hover:bg-line-2 aria-[current]:bg-madder-soft"
                >
                  {f.name}
                </Button>
              </li>
            ))}
          </ul>
          <fieldset className="mt-4 grid text-[12px] text-ink-2">
            <legend className="sr-only">How it is written</legend>
            {(
              [
                ["ends", "Label the ends of rows"],
                ["nested", "Mixins: nested rules"],
                ["gathered", "Mixins: by breakpoint"],
              ] as const
            ).map(([what, name]) => (
              <label key={what} className="flex min-h-6 items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={how[what]}
                  onChange={(e) => setHow({ ...how, [what]: e.target.checked })}
                  className="accent-woad"
                />
                {name}
              </label>
            ))}
          </fieldset>
        </nav>
        <section aria-label="Code" className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] bg-raised">
          <div className="flex items-center gap-2 border-b border-line-2 px-3 py-1.5">
            <h2 className="font-mono text-[12px]">{file.name}</h2>
            {named && <span className="truncate text-[12px] text-madder">{named}</span>}
            <span className="flex-1" />
            <Button size="small" onClick={() => void copy(file.text)}>
              {copied === file.text ? <Check size={13} aria-hidden="true" /> : <Copy size={13} aria-hidden="true" />}
              <span aria-live="polite">{copied === file.text ? "Copied" : "Copy"}</span>
            </Button>
            <Button asChild size="small">
              <a href={`data:text/plain;charset=utf-8,${encodeURIComponent(file.text)}`} download={file.name}>
                <Download size={13} aria-hidden="true" />
                Download
              </a>
            </Button>
          </div>
          <Suspense fallback={<p className="px-3 text-ink-2">Opening the code…</p>}>
            <CodeView
              label={`${file.name}, ${forms.find((f) => f.form === form)?.name ?? ""}`}
              text={file.text.replace(/\n$/, "")}
              language={languageOf(file.name)}
              marked={marked}
              onLine={(line) => setNode(file.nodes[line - 1] || undefined)}
            />
          </Suspense>
        </section>
        <aside
          aria-label="With it"
          className="min-h-0 overflow-y-auto border-l border-line bg-sheet p-3.5 text-[12px] max-[1080px]:col-span-2 max-[1080px]:border-t max-[1080px]:border-l-0"
        >
          <div className="flex items-center">
            <h2 className="flex-1 text-[13px] font-semibold">In the page's head</h2>
            <Button
              size="small"
              onClick={() => void copy(code.data!.head)}
              aria-label={copied === code.data.head ? "Copied the head" : "Copy the head"}
            >
              {copied === code.data.head ? "Copied" : "Copy"}
            </Button>
          </div>
          <pre className="mt-1.5 rounded-md border border-line bg-raised p-2 font-mono text-[12px] break-words whitespace-pre-wrap">
            {code.data.head.trimEnd()}
          </pre>
          <label className="mt-1.5 flex items-start gap-1.5 text-ink-2">
            <input
              type="checkbox"
              checked={how.network}
              onChange={(e) => setHow({ ...how, network: e.target.checked })}
              className="mt-0.5 accent-woad"
            />
            Link to this server's copy (for trying out)
          </label>
          {code.data.fetched.length > 0 && (
            <p className="mt-3">
              <b className="font-semibold">Fetched from elsewhere:</b> pictures from {code.data.fetched.join(", ")},
              each time the page is shown.
            </p>
          )}
          <h2 className="mt-4 text-[13px] font-semibold">Sheet to hand on</h2>
          <p className="text-ink-2">Lanes with their measures, settings and code by part, notes and findings.</p>
          <span className="mt-1.5 flex gap-1.5">
            {(["html", "pdf"] as const).map((as) => (
              <Button key={as} size="small" asChild>
                <a href={sheetAt(place, as, mixed ? "mixins" : "classes")} download>
                  <Download size={14} aria-hidden="true" />
                  {as.toUpperCase()}
                </a>
              </Button>
            ))}
          </span>
          <h2 className="mt-4 text-[13px] font-semibold">Cost to ship</h2>
          <p className="text-ink-2">Without the last line of a kit’s stylesheet, which states the kit.</p>
          <Table numbers className="mt-1.5 w-full font-mono [&_td]:py-1 [&_th]:py-1">
            <thead className="text-ink-2">
              <tr>
                <th scope="col" className="text-left">
                  bytes
                </th>
                <th scope="col">rules</th>
                <th scope="col">markup</th>
                <th scope="col">styles</th>
                <th scope="col">both</th>
              </tr>
            </thead>
            {costs.data?.map((row) => (
              <tbody key={row.form} className={`border-t border-line ${row.form === counted ? "bg-madder-soft" : ""}`}>
                <tr>
                  <th scope="rowgroup" colSpan={5} className="text-left font-sans text-[12px] text-ink">
                    {row.name}
                  </th>
                </tr>
                {(["raw", "gzip", "brotli"] as const).map((how) => (
                  <tr key={how}>
                    <th scope="row" className="text-left text-ink-2">
                      {how === "raw" ? "uncompressed" : how}
                    </th>
                    <td>{how === "raw" ? row.rules : ""}</td>
                    <td>{row.markup[how].toLocaleString("en")}</td>
                    <td>{row.stylesheet[how].toLocaleString("en")}</td>
                    <td className="font-medium">{row.total[how].toLocaleString("en")}</td>
                  </tr>
                ))}
              </tbody>
            ))}
          </Table>
          {!costs.data && (
            <p className="py-1 text-ink-2" role={costs.error ? "alert" : "status"}>
              {costs.error ? costs.error.message : "Compressing every form…"}
            </p>
          )}
          <p className="mt-2 text-ink-2">Components: the HTML that they render.</p>
        </aside>
      </main>
    </Screen>
  );
}
