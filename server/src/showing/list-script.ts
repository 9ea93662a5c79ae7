/**
 * Makes lists quick: what is chosen is shown at once, and only what changes is drawn anew. Without it the same form is sent by its
 * button, and the same links are followed.
 */
export const listScript = `'use strict';
(() => {
  const form = document.getElementById('list-form');
  if (!form) return;
  // Boxes are named by keys of fields: they are never asked of the form by a property, which one of them may have the name of.
  const boxes = () => document.querySelectorAll('#list-form [name],[form="list-form"][name]');
  let asked = 0;
  const parts = (from) => new Map([...from.querySelectorAll('[data-part]')].map((part) => [part.dataset.part, part]));
  const keyOf = (element) => element && element.name ? [element.name, element.type === 'checkbox' ? element.value : null] : null;
  const focusAgain = (key) => {
    if (!key || (document.activeElement && document.activeElement !== document.body)) return;
    const found = [...boxes()].find((each) => each.name === key[0] && (key[1] === null || each.value === key[1]));
    if (found) found.focus();
  };
  const show = async (address, isNew) => {
    const mine = ++asked;
    let page;
    try {
      const answer = await fetch(address, { headers: { accept: 'text/html' } });
      if (!answer.ok) throw new Error(String(answer.status));
      page = new DOMParser().parseFromString(await answer.text(), 'text/html');
    } catch {
      if (mine === asked) location.assign(address);
      return;
    }
    if (mine !== asked) return;
    const next = parts(page);
    const now = parts(document);
    if (next.size !== now.size) return location.assign(address);
    const key = keyOf(document.activeElement);
    for (const [name, part] of now) part.replaceChildren(...next.get(name).childNodes);
    for (const box of boxes()) {
      const same = page.querySelector('[form="list-form"][name="' + box.name + '"]');
      if (same && box !== document.activeElement && (box.type === 'search' || box.tagName === 'SELECT')) {
        const { value } = same;
        if (box.tagName === 'SELECT') box.replaceChildren(...same.childNodes);
        box.value = value;
      }
    }
    focusAgain(key);
    if (isNew) history.pushState(null, '', address);
  };
  const addressOf = () => {
    const address = new URL(form.getAttribute('action'), location.href);
    const given = [...new FormData(form)].filter(([, value]) => value !== '');
    address.search = new URLSearchParams(given).toString();
    return address;
  };
  form.addEventListener('submit', (event) => {
    event.preventDefault();
    if (location.hash === '#list-form') location.hash = '#list';
    void show(addressOf().href, true);
  });
  // Boxes outside of the form belong to it all the same: their events pass the document, not the form.
  document.addEventListener('change', ({ target }) => {
    if (target.form === form && target.type !== 'search') void show(addressOf().href, true);
  });
  document.addEventListener('click', (event) => {
    // Whoever leaves is not called back by what was asked for before: leaving breaks it off.
    const away = event.target.closest('a[href]');
    if (away && away.pathname !== location.pathname && away.target !== '_blank') asked += 1;
    const link = event.target.closest('.chosen a,.pager a');
    if (!link || event.defaultPrevented || event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    void show(link.href, true).then(() => {
      if (link.closest('.pager')) document.getElementById('list').scrollIntoView();
    });
  });
  addEventListener('popstate', () => {
    if (!location.hash) void show(location.href, false);
  });
})();
`;
