// What each page of the preview runs besides its own: it loads again when a file is written, and G draws the units of the
// kit over it.
(() => {
  new EventSource("/.kitrows/changes").onmessage = () => location.reload();
  const key = "kitrows grid";
  const host = document.createElement("div");
  const root = host.attachShadow({ mode: "closed" });
  let on = sessionStorage.getItem(key) === "on";
  let turn = 0;

  const within = (a, b) => a.y >= b.y && a.y + a.height <= b.y + b.height + 0.01;
  const tag = (name, attributes) => {
    const e = document.createElementNS("http://www.w3.org/2000/svg", name);
    for (const [n, value] of Object.entries(attributes)) e.setAttribute(n, value);
    return e;
  };

  async function draw() {
    const mine = ++turn;
    root.replaceChildren();
    host.remove();
    if (!on) return;
    const width = document.documentElement.clientWidth;
    const asked = new URLSearchParams({ page: location.pathname, width: String(width) });
    const answer = await fetch(`/.kitrows/grid?${asked}`);
    if (!answer.ok || mine !== turn) return;
    const grids = await answer.json();
    const high = Math.max(0, ...grids.map((g) => g.box.y + g.box.height));
    const svg = tag("svg", { width, height: high, fill: "#2b6a6c", opacity: 0.2, "aria-hidden": "true" });
    grids.forEach((g, i) => {
      const group = tag("g", {});
      const inner = grids.slice(i + 1).filter((o) => within(o.box, g.box));
      if (inner.length > 0) {
        const holes = inner.map(({ box: b }) => `M${b.x} ${b.y}h${b.width}v${b.height}h${-b.width}Z`).join("");
        const clip = tag("clipPath", { id: `c${i}` });
        clip.append(tag("path", { "clip-rule": "evenodd", d: `M0 0H${width}V${high}H0Z${holes}` }));
        svg.append(clip);
        group.setAttribute("clip-path", `url(#c${i})`);
      }
      for (const u of g.units) group.append(tag("rect", { x: u.x, y: u.y, width: u.width, height: u.height }));
      svg.append(group);
    });
    root.append(svg);
    Object.assign(host.style, {
      position: "absolute",
      top: "0",
      left: "0",
      zIndex: "2147483647",
      pointerEvents: "none",
    });
    document.documentElement.append(host);
  }

  addEventListener("keydown", (e) => {
    const typed = e.target instanceof Element && e.target.closest("input, textarea, select, [contenteditable]");
    if (e.key.toLowerCase() !== "g" || e.ctrlKey || e.metaKey || e.altKey || typed || e.defaultPrevented) return;
    on = !on;
    sessionStorage.setItem(key, on ? "on" : "off");
    void draw();
  });
  let timer = 0;
  addEventListener("resize", () => {
    clearTimeout(timer);
    timer = setTimeout(draw, 50);
  });
  if (on) addEventListener("load", draw);
})();
