import { useEffect, useState } from 'react'

type Theme = 'light' | 'dark'

/** The theme and how to change it; kept on this device. */
export function useTheme(): [Theme, () => void] {
  const [theme, setTheme] = useState<Theme>((document.documentElement.dataset.theme as Theme) ?? 'light')
  useEffect(() => {
    document.documentElement.dataset.theme = theme
    localStorage.setItem('theme', theme)
  }, [theme])
  return [theme, () => setTheme((t) => (t === 'dark' ? 'light' : 'dark'))]
}
