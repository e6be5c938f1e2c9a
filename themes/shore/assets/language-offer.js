// Offers a reader the page in the language that they would rather read, where there is one. It never leads there by itself,
// and is not offered again to whoever has said no.
(() => {
  const key = 'languages not wanted';
  const here = document.documentElement.lang.toLowerCase().split('-')[0];
  const dearest = (navigator.languages[0] || '').toLowerCase().split('-')[0];
  if (dearest === '' || dearest === here) return;

  function notWanted() {
    try {
      const held = JSON.parse(localStorage.getItem(key) || '[]');
      return Array.isArray(held) ? held : [];
    } catch {
      return [];
    }
  }

  function show(offer) {
    const strip = document.createElement('aside');
    strip.className = 'language-offer';
    strip.lang = offer.tag;
    strip.dir = offer.direction;
    const link = document.createElement('a');
    link.href = offer.address;
    link.hreflang = offer.tag;
    link.textContent = offer.words;
    const no = document.createElement('button');
    no.type = 'button';
    no.textContent = offer.no;
    no.addEventListener('click', () => {
      try {
        localStorage.setItem(key, JSON.stringify([...notWanted(), offer.tag].slice(-40)));
      } catch {
        // It is gone from this page all the same.
      }
      strip.remove();
      document.querySelector('main').focus({ preventScroll: true });
    });
    strip.append(link, no);
    document.querySelector('.skip').after(strip);
  }

  fetch(`/language-offer?at=${encodeURIComponent(location.pathname)}`)
    .then(response => response.json())
    .then(({ offer }) => offer && !notWanted().includes(offer.tag) && show(offer))
    .catch(() => undefined);
})();
