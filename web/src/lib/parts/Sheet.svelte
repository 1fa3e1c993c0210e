<script lang="ts">
  import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
  import type { Snippet } from 'svelte';

  let {
    open = $bindable(false),
    title,
    children,
    wide = false,
  }: { open: boolean; title: string; children: Snippet; wide?: boolean } = $props();
</script>

<Dialog {open} onOpenChange={(d) => (open = d.open)}>
  <Portal>
    <Dialog.Backdrop class="fixed inset-0 z-40 bg-black/40" />
    <Dialog.Positioner class="fixed inset-0 z-50 flex items-start justify-center p-4 pt-[9vh]">
      <Dialog.Content
        class="sheet relative max-h-[82vh] w-full overflow-auto p-5 shadow-xl {wide
          ? 'max-w-5xl'
          : 'max-w-xl'}"
      >
        <Dialog.Title class="mb-3 pr-8 text-[16px] font-semibold">{title}</Dialog.Title>
        {#if open}{@render children()}{/if}
        <!-- Last, so that a form begins at its first field. -->
        <Dialog.CloseTrigger class="tight bare absolute top-3 right-3 btn" aria-label="Close"
          >✕</Dialog.CloseTrigger
        >
      </Dialog.Content>
    </Dialog.Positioner>
  </Portal>
</Dialog>
