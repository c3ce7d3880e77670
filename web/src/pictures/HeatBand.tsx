import { condensed, ink } from '../theme'
import { Hatches } from './hatch'

/** A thermometer lying down: from the shaft's temperature to the target, and
 * the cap beyond which it must not go. All in °C. */
export function HeatBand({
  ambient,
  target,
  cap,
  now,
}: {
  ambient: number
  target: number
  cap: number
  now?: number
}) {
  const low = Math.min(ambient, target, 0)
  const high = Math.max(cap, target, now ?? 0) * 1.12
  const x = (c: number) => 30 + ((c - low) / (high - low)) * 380
  const over = target > cap
  // Labels that would run into each other stand on two lines.
  const near = Math.abs(x(target) - x(cap)) < 96
  return (
    <svg
      width="100%"
      viewBox="0 0 440 190"
      role="img"
      aria-label={`Heat to ${target} °C, cap ${cap} °C`}
      style={{ fontFamily: condensed, maxHeight: 220 }}
    >
      <Hatches id="heat" />
      <rect
        x="22"
        y="70"
        width="396"
        height="44"
        rx="22"
        fill={ink('paper')}
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <rect
        x={x(cap)}
        y="71"
        width={Math.max(396 + 22 - x(cap) - 14, 0)}
        height="42"
        fill="url(#heat-past)"
      />
      <rect
        x={x(ambient)}
        y="82"
        width={Math.max(x(Math.max(now ?? target, ambient)) - x(ambient), 0)}
        height="20"
        fill={over ? ink('out') : ink('dye')}
      />
      {[
        [ambient, 'shaft', 140],
        [target, 'heat to', near ? 30 : 50],
        [cap, 'cap', near ? 54 : 50],
      ].map(([c, word, ty]) => (
        <g key={word}>
          <path
            d={`M${x(c as number)} ${(ty as number) > 100 ? 66 : (ty as number) + 6}V118`}
            stroke={word === 'cap' ? ink('out') : ink('ink')}
            strokeWidth={word === 'cap' ? 3 : 1.5}
          />
          <text
            x={Math.min(Math.max(x(c as number), 50), 392)}
            y={ty}
            textAnchor="middle"
            fontSize={word === 'heat to' ? 20 : 16}
            fontWeight="600"
            fill={ink('ink')}
          >
            {word} {c} °C
          </text>
        </g>
      ))}
      {now !== undefined && (
        <path d={`M${x(now)} 112l9 16h-18z`} fill={ink('brass')} stroke={ink('ink')} />
      )}
      <text x="220" y="176" textAnchor="middle" fontSize="15" fill={ink('ink2')}>
        {over
          ? 'hotter than it may get: press it, or cool the shaft'
          : 'insulated gloves, never an open flame'}
      </text>
    </svg>
  )
}
