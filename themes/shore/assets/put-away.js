// Lets readers put a notice away, and leaves away what they put away. What it said is all that is remembered, in their own browser.
(() => {
  const key = 'notices put away';
  const most = 40;
  const notice = document.currentScript.closest('.notice');
  const button = notice.querySelector('.put-away');
  const words = notice.querySelector('p').textContent.trim();

  function putAway() {
    try {
      const held = JSON.parse(localStorage.getItem(key) || '[]');
      return Array.isArray(held) ? held : [];
    } catch {
      // Nothing can be kept, or something else was kept there.
      return [];
    }
  }

  if (putAway().includes(words)) {
    notice.remove();
    return;
  }
  button.hidden = false;
  button.addEventListener('click', () => {
    try {
      localStorage.setItem(key, JSON.stringify([...putAway(), words].slice(-most)));
    } catch {
      // It is gone from this page all the same.
    }
    notice.remove();
    document.querySelector('main').focus({ preventScroll: true });
  });
})();
