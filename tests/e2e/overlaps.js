() => {
  const texts = [];
  const clip = (e, r) => {
    let {left, top, right, bottom} = r;
    for (let p = e; p && p !== document.documentElement; p = p.parentElement) {
      const s = getComputedStyle(p);
      if (s.position === 'fixed') break;
      if (s.overflowX !== 'visible' || s.overflowY !== 'visible' || p.tagName === 'svg') {
        const b = p.getBoundingClientRect();
        left = Math.max(left, b.left); right = Math.min(right, b.right); top = Math.max(top, b.top); bottom = Math.min(bottom, b.bottom);
      }
    }
    left = Math.max(left, 0); right = Math.min(right, innerWidth); top = Math.max(top, 0); bottom = Math.min(bottom, innerHeight);
    return right - left > 1 && bottom - top > 1 ? {left, top, right, bottom} : null;
  };
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walk.nextNode()) {
    const n = walk.currentNode, e = n.parentElement;
    if (!n.data.trim() || e.closest('script,style,title,option,datalist,.sr-only,[hidden],[aria-hidden="true"] .never')) continue;
    const s = getComputedStyle(e);
    if (s.visibility === 'hidden' || s.display === 'none' || Number(s.opacity) === 0) continue;
    const range = document.createRange(); range.selectNodeContents(n);
    for (const r of range.getClientRects()) {
      const c = clip(e, r);
      if (c) texts.push({...c, words: n.data.trim().slice(0, 40), e});
    }
  }
  const bad = [];
  for (let i = 0; i < texts.length; i++) for (let j = i + 1; j < texts.length; j++) {
    const a = texts[i], b = texts[j];
    if (a.e === b.e) continue;
    const w = Math.min(a.right, b.right) - Math.max(a.left, b.left), h = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
    if (w > 3 && h > 8) bad.push(`${a.words} | ${b.words} (${Math.round(w)}×${Math.round(h)})`);
  }
  return bad;
}
