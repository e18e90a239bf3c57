import { activateKeepAwakeAsync, deactivateKeepAwake, isAvailableAsync } from 'expo-keep-awake';
import { useEffect } from 'react';

/** Keeps the screen on while a flash is being waited for, where the device allows it. */
export function Awake() {
  useEffect(() => {
    const tag = 'flash';
    let on = false;
    void isAvailableAsync()
      .then(async (can) => {
        if (!can) return;
        await activateKeepAwakeAsync(tag);
        on = true;
      })
      .catch(() => undefined);
    return () => {
      if (on) void deactivateKeepAwake(tag).catch(() => undefined);
    };
  }, []);
  return null;
}
