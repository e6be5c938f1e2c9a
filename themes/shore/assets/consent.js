// Things from elsewhere are fetched only once whoever reads has allowed what they are for. What was allowed, and when, is kept in
// this browser alone, and can be taken back at each of them.
(() => {
  const key = 'almanac.allowed';
  const allowed = () => {
    try {
      return JSON.parse(localStorage.getItem(key) ?? '{}');
    } catch {
      return {};
    }
  };
  const keep = (purpose, when) => {
    const all = allowed();
    if (when === null) delete all[purpose];
    else all[purpose] = when;
    try {
      localStorage.setItem(key, JSON.stringify(all));
    } catch {
      // Where nothing can be kept it is asked each time.
    }
  };
  const frames = [];

  const set = section => {
    const held = section.querySelector('.held');
    const { frame: address, purpose, what, height } = held.dataset;
    const takeBack = section.querySelector('.take-back');
    const [once, always] = section.querySelector('template').content.cloneNode(true).children;
    let frame = null;
    const show = () => {
      if (frame) return;
      frame = document.createElement('iframe');
      frame.src = address;
      frame.title = what;
      frame.height = height;
      frame.referrerPolicy = 'no-referrer';
      frame.loading = 'lazy';
      // From an address of this site it gets no origin of its own, so that it reaches nothing here.
      frame.setAttribute('sandbox', 'allow-scripts allow-forms allow-popups' + (address.startsWith('/') ? '' : ' allow-same-origin'));
      held.replaceWith(frame);
      takeBack.hidden = false;
    };
    const hide = () => {
      if (!frame) return;
      frame.replaceWith(held);
      frame = null;
      takeBack.hidden = true;
    };
    held.querySelector('.choices').prepend(once, ' ', always, ' ');
    once.addEventListener('click', show);
    always.addEventListener('click', () => {
      keep(purpose, new Date().toISOString());
      frames.filter(each => each.purpose === purpose).forEach(each => each.show());
    });
    takeBack.querySelector('button').addEventListener('click', () => {
      keep(purpose, null);
      frames.filter(each => each.purpose === purpose).forEach(each => each.hide());
    });
    frames.push({ purpose, show, hide });
    if (allowed()[purpose]) show();
  };

  document.querySelectorAll('.framed:not([data-set])').forEach(section => {
    section.dataset.set = '';
    set(section);
  });
})();
