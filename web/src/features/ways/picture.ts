// The slice over time as a picture of its own: what is seen, with a line that says what it is of.

/** Names that a drawing takes from the page's styles; a picture has no page. */
const INLINED = [
  "fill",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "opacity",
  "font-size",
  "font-weight",
  "text-anchor",
  "paint-order",
] as const;

function inlined(svg: SVGSVGElement): SVGSVGElement {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const [from, to] = [svg, copy].map((one) => [one, ...one.querySelectorAll<SVGElement>("*")]);
  from?.forEach((element, i) => {
    const style = getComputedStyle(element);
    for (const name of INLINED) to?.[i]?.setAttribute(name, style.getPropertyValue(name));
    to?.[i]?.setAttribute("font-family", "sans-serif");
    to?.[i]?.removeAttribute("class");
  });
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  return copy;
}

function loaded(source: string): Promise<HTMLImageElement> {
  return new Promise((done, fail) => {
    const image = new Image();
    image.onload = () => done(image);
    image.onerror = () => fail(new Error("the picture could not be drawn"));
    image.src = source;
  });
}

const TITLE = 40;
const SCALE = 2;

/** A PNG of the picture in `box`, its title above it. */
export async function pngOf(box: HTMLElement, title: string): Promise<Blob> {
  const [canvas, svg] = [box.querySelector("canvas"), box.querySelector("svg")];
  if (!canvas || !svg) throw new Error("there is no picture yet");
  const around = box.getBoundingClientRect();
  const inside = canvas.getBoundingClientRect();
  const { color, backgroundColor } = getComputedStyle(document.body);
  const out = document.createElement("canvas");
  out.width = SCALE * around.width;
  out.height = SCALE * (around.height + TITLE);
  const pen = out.getContext("2d");
  if (!pen) throw new Error("this browser draws no pictures");
  pen.scale(SCALE, SCALE);
  pen.fillStyle = backgroundColor;
  pen.fillRect(0, 0, around.width, around.height + TITLE);
  pen.fillStyle = color;
  pen.font = "bold 18px sans-serif";
  pen.fillText(title, 8, 26, around.width - 16);
  const at = [inside.left - around.left, inside.top - around.top + TITLE] as const;
  pen.drawImage(canvas, ...at, inside.width, inside.height);
  const text = new XMLSerializer().serializeToString(inlined(svg));
  const drawn = await loaded(`data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`);
  pen.drawImage(drawn, 0, TITLE, around.width, around.height);
  return new Promise((done, fail) =>
    out.toBlob((blob) => (blob ? done(blob) : fail(new Error("the picture could not be kept")))),
  );
}
