// Fetches what lets a form be sent once somebody begins to fill it in. Without this script what is sent is looked over once more.
document.querySelectorAll('form[data-token]:not([data-set])').forEach(form => {
  form.dataset.set = '';
  const token = form.elements.namedItem('token');
  const fetchToken = async () => {
    if (token.value !== '') return;
    const answer = await fetch(form.dataset.token).catch(() => null);
    if (answer?.ok) token.value = (await answer.json()).token;
  };
  form.addEventListener('focusin', fetchToken, { once: true });
});
