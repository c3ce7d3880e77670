import { useEffect, useState } from 'react'

/** The time, every half second while something runs. */
export function useNow(running: boolean) {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (!running) return
    const timer = setInterval(() => setNow(Date.now()), 500)
    return () => clearInterval(timer)
  }, [running])
  return now
}

/** Minutes and seconds, such as 12:05. */
export const minutesAndSeconds = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`

/** Keeps the screen awake while something runs, where the browser lets us. */
export function useAwake(running: boolean) {
  useEffect(() => {
    if (!running || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | undefined
    let over = false
    const ask = () => {
      if (document.visibilityState !== 'visible') return
      navigator.wakeLock
        .request('screen')
        .then((l) => {
          if (over) void l.release()
          else lock = l
        })
        .catch(() => undefined) // a low battery may refuse it
    }
    ask()
    document.addEventListener('visibilitychange', ask) // hiding the page lets it go
    return () => {
      over = true
      document.removeEventListener('visibilitychange', ask)
      void lock?.release()
    }
  }, [running])
}

let audio: AudioContext | undefined

/** Makes the sound ready: browsers let a page sound only after it was touched. */
export function useSound() {
  useEffect(() => {
    const ready = () => {
      audio ??= new AudioContext()
      void audio.resume()
    }
    window.addEventListener('pointerdown', ready, { once: true })
    window.addEventListener('keydown', ready, { once: true })
    return () => {
      window.removeEventListener('pointerdown', ready)
      window.removeEventListener('keydown', ready)
    }
  }, [])
}

/** Three beeps that carry over a workshop. */
export function ring() {
  if (!audio) return
  for (let i = 0; i < 3; i++) {
    const at = audio.currentTime + i * 0.5
    const tone = audio.createOscillator()
    const loud = audio.createGain()
    tone.type = 'square'
    tone.frequency.value = 988
    loud.gain.setValueAtTime(0.25, at)
    loud.gain.setValueAtTime(0, at + 0.3)
    tone.connect(loud).connect(audio.destination)
    tone.start(at)
    tone.stop(at + 0.35)
  }
}
