() => {
  // every line of text that is seen, with the box it takes on the page; of an open dialog only its own
  const lines = [];
  const dialogs = [
    ...document.querySelectorAll("[role=dialog], .v-overlay__content"),
  ].filter((d) => d.checkVisibility());
  const root = dialogs.at(-1) ?? document.body;
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  // what lies over what scrolls, on a ground of its own
  const above = (el) => {
    for (let at = el; at; at = at.parentElement) {
      const style = getComputedStyle(at);
      if (
        ["sticky", "fixed"].includes(style.position) &&
        style.backgroundColor !== "rgba(0, 0, 0, 0)"
      )
        return at;
    }
    return null;
  };
  const clipOf = (el) => {
    let box = { left: -1e6, top: -1e6, right: 1e6, bottom: 1e6 };
    for (let at = el; at && at !== document.body; at = at.parentElement) {
      const style = getComputedStyle(at);
      if (style.overflowX !== "visible" || style.overflowY !== "visible") {
        const b = at.getBoundingClientRect();
        box = {
          left: Math.max(box.left, b.left),
          top: Math.max(box.top, b.top),
          right: Math.min(box.right, b.right),
          bottom: Math.min(box.bottom, b.bottom),
        };
      }
      if (style.position === "fixed") break;
    }
    return box;
  };
  const add = (text, rects, el) => {
    const clip = clipOf(el);
    for (const r of rects) {
      const size = parseFloat(getComputedStyle(el).fontSize);
      // the letters themselves, without the leading above and below
      const middle = (r.top + r.bottom) / 2,
        half = Math.min(r.height, size * 0.78) / 2;
      const b = {
        text: text.trim().slice(0, 40),
        el,
        left: Math.max(r.left, clip.left),
        right: Math.min(r.right, clip.right),
        top: Math.max(middle - half, clip.top),
        bottom: Math.min(middle + half, clip.bottom),
      };
      if (b.right - b.left > 1 && b.bottom - b.top > 1) lines.push(b);
    }
  };
  while (walker.nextNode()) {
    const node = walker.currentNode,
      el = node.parentElement;
    if (
      !node.data.trim() ||
      !el.checkVisibility({ opacityProperty: true, visibilityProperty: true })
    )
      continue;
    if (el.closest(".sr-only, option, script, style, title, desc")) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    add(node.data, range.getClientRects(), el);
  }
  for (const input of root.querySelectorAll(
    "input:not([type=checkbox], [type=radio], [type=range])",
  )) {
    const style = getComputedStyle(input);
    if (
      !input.checkVisibility() ||
      !input.value ||
      /, 0\)$/.test(style.color) ||
      style.color === "transparent"
    )
      continue;
    const pen = document.createElement("canvas").getContext("2d");
    pen.font = style.font;
    const wide = pen.measureText(input.value).width;
    const b = input.getBoundingClientRect();
    const left =
      style.textAlign === "right"
        ? b.right - wide - parseFloat(style.paddingRight)
        : style.textAlign === "center"
          ? (b.left + b.right - wide) / 2
          : b.left + parseFloat(style.paddingLeft);
    add(
      input.value,
      [
        {
          left,
          right: left + wide,
          top: b.top,
          bottom: b.bottom,
          height: b.height,
        },
      ],
      input,
    );
  }
  const found = [];
  for (let i = 0; i < lines.length; i++)
    for (let j = i + 1; j < lines.length; j++) {
      const a = lines[i],
        b = lines[j];
      if (above(a.el) !== above(b.el)) continue;
      const x = Math.min(a.right, b.right) - Math.max(a.left, b.left);
      const y = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
      if (x > 1.5 && y > 1.5 && above(a.el) === above(b.el))
        found.push(
          `${a.text} | ${b.text} (${Math.round(x)}×${Math.round(y)} at ${Math.round(a.left)},${Math.round(a.top)})`,
        );
    }
  return found;
};
