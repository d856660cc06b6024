import { useFileDialog } from '@vueuse/core'

/** Opens the browser's file dialog; `take` gets what was chosen, never nothing. The same file may be chosen again. */
export function useFilePick(
  take: (files: File[]) => void,
  { accept = '*', multiple = false }: { accept?: string; multiple?: boolean } = {},
): () => void {
  const { open, onChange } = useFileDialog({ accept, multiple, reset: true })
  onChange((files) => {
    if (files?.length) take([...files])
  })
  return () => open()
}
