import { useRouter } from 'expo-router';
import { useEffect } from 'react';
import { placeOf } from '@/ui/FindButton';
import { pageHref } from '@/ui/pages';

/** A stroke on the keyboard opens Find, unless somebody is typing. */
export function useFindKey(): void {
  const router = useRouter();
  useEffect(() => {
    const hear = (e: KeyboardEvent) => {
      const isTyping = e.target instanceof HTMLElement && e.target.closest('input,textarea,select,[contenteditable]');
      if (e.key !== '/' || e.ctrlKey || e.metaKey || e.altKey || isTyping || e.defaultPrevented) return;
      e.preventDefault();
      router.navigate(pageHref('/find', placeOf(window.location.href)));
    };
    window.addEventListener('keydown', hear);
    return () => window.removeEventListener('keydown', hear);
  }, [router]);
}
