// A bib that is typed before the page can hear it is kept for the search of a camper (BibSearch): half of it would lead to somebody else.
(() => {
  let typed = '';
  const keep = (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target !== document.body) return;
    if (/^\d$/.test(event.key)) typed += event.key;
    else if (event.key === 'Enter' && typed) typed += '\n';
    else if (event.key === 'Backspace') typed = typed.slice(0, -1);
  };
  window.addEventListener('keydown', keep);
  window.earlyDigits = () => {
    window.removeEventListener('keydown', keep);
    return typed;
  };
})();
