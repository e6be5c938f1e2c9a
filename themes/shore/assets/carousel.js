// Arrows, dots and moving by itself. Without this script a carousel is scrolled, swiped and gone through with the keyboard.
(() => {
  const still = matchMedia('(prefers-reduced-motion: reduce)');

  const made = (name, label, words) => {
    const button = document.createElement('button');
    button.type = 'button';
    button.className = name;
    button.setAttribute('aria-label', label);
    button.textContent = words;
    return button;
  };

  const set = carousel => {
    const track = carousel.querySelector('.track');
    const slides = [...track.children];
    const { previous, next, rest, move, place, seconds } = carousel.dataset;
    const loops = 'loops' in carousel.dataset;
    const inView = () => Math.max(1, Math.round(track.clientWidth / slides[0].offsetWidth));
    const places = () => Math.max(1, slides.length - inView() + 1);
    const at = () => {
      const left = slide => Math.abs(slide.getBoundingClientRect().left - track.getBoundingClientRect().left);
      const right = slide => Math.abs(slide.getBoundingClientRect().right - track.getBoundingClientRect().right);
      const off = document.dir === 'rtl' ? right : left;
      const nearest = slides.reduce((best, slide, index) => (off(slide) < off(slides[best]) ? index : best), 0);
      return Math.min(nearest, places() - 1);
    };
    const go = to => {
      const count = places();
      const index = loops ? (to + count) % count : Math.min(count - 1, Math.max(0, to));
      const start = document.dir === 'rtl' ? 'right' : 'left';
      const by = slides[index].getBoundingClientRect()[start] - track.getBoundingClientRect()[start];
      track.scrollBy({ left: by, behavior: still.matches ? 'auto' : 'smooth' });
    };

    const bar = document.createElement('div');
    bar.className = 'steer';
    let isMoving = Number(seconds) > 0 && !still.matches;
    if (Number(seconds) > 0) {
      // What stops it comes first, so that whoever is read the page meets it before what moves. @see WCAG 2.2, 2.2.2
      const toggle = made('toggle', '', '');
      const show = () => {
        toggle.textContent = isMoving ? '❚❚' : '►';
        toggle.setAttribute('aria-label', isMoving ? rest : move);
        track.setAttribute('aria-live', isMoving ? 'off' : 'polite');
      };
      toggle.addEventListener('click', () => {
        isMoving = !isMoving;
        show();
      });
      show();
      bar.append(toggle);
      let isBusy = false;
      for (const [name, busy] of [
        ['pointerenter', true],
        ['focusin', true],
        ['pointerleave', false],
        ['focusout', false],
      ])
        carousel.addEventListener(name, () => (isBusy = busy || carousel.matches(':hover, :focus-within')));
      setInterval(
        () => {
          if (!isMoving || isBusy || document.hidden) return;
          go(at() + 1 >= places() ? 0 : at() + 1);
        },
        Number(seconds) * 1000,
      );
    }
    const arrows = 'arrows' in carousel.dataset ? [made('arrow', previous, '‹'), made('arrow', next, '›')] : [];
    arrows.forEach((arrow, index) => arrow.addEventListener('click', () => go(at() + (index === 0 ? -1 : 1))));
    const dots = document.createElement('div');
    dots.className = 'dots';
    bar.append(...arrows.slice(0, 1), dots, ...arrows.slice(1));

    const show = () => {
      const [here, count] = [at(), places()];
      bar.hidden = count < 2;
      arrows.forEach((arrow, index) => (arrow.disabled = !loops && here === (index === 0 ? 0 : count - 1)));
      if (!('dots' in carousel.dataset)) return;
      if (dots.children.length !== count)
        dots.replaceChildren(
          ...Array.from({ length: count }, (_, index) => {
            const dot = made('dot', place.replace('{n}', index + 1).replace('{of}', count), '');
            dot.addEventListener('click', () => go(index));
            return dot;
          }),
        );
      [...dots.children].forEach((dot, index) =>
        index === here ? dot.setAttribute('aria-current', 'true') : dot.removeAttribute('aria-current'),
      );
    };
    let waiting = 0;
    track.addEventListener('scroll', () => {
      cancelAnimationFrame(waiting);
      waiting = requestAnimationFrame(show);
    });
    new ResizeObserver(show).observe(track);
    carousel.insertBefore(bar, track);
  };

  document.querySelectorAll('.carousel:not([data-set])').forEach(carousel => {
    carousel.dataset.set = '';
    if (carousel.querySelector('.track').children.length > 0) set(carousel);
  });
})();
