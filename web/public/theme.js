// Before anything is drawn: the theme that was chosen on this device, or the system's.
document.documentElement.dataset.theme =
  localStorage.getItem('theme') ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light')
