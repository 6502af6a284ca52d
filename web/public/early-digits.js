// A bib that is typed before the page can hear it is kept for the search of a camper (BibSearch): half of it would lead to somebody else.
(() => {
  let typed = '';
  const keep = (event) => {
    const plain = !event.ctrlKey && !event.metaKey && !event.altKey && event.target === document.body;
    if (plain && (/^\d$/.test(event.key) || (event.key === 'Enter' && typed))) typed += event.key === 'Enter' ? '\n' : event.key;
  };
  window.addEventListener('keydown', keep);
  window.earlyDigits = () => {
    window.removeEventListener('keydown', keep);
    return typed;
  };
})();
