import type { DialPicture } from "@studies/pictures/picture-schema";
import { CENTRE, hubLabel, placeLabels, placeOf, RADIUS, radiusOf, reachOf, ringLabels, SIZE } from "~/charts/dial-layout";
import { round } from "./line-path";
import { PictureFrame } from "./picture-frame";
import type { PictureColours } from "./picture-colours";

interface Props {
  readonly picture: DialPicture;
  readonly label: string;
  readonly colours: PictureColours;
}

/** The dial with its trails: up is ahead, left is gaining. */
export function PictureDial({ picture, label, colours }: Props) {
  const { role, of } = colours;
  const reach = reachOf(picture.members.flatMap(({ trail }) => trail.map(([momentum, trend]) => ({ momentum, trend }))));
  const members = picture.members.map(({ name, trail, ink }, k) => {
    const points = trail.map(([momentum, trend]) => placeOf(trend, momentum, reach));
    const [momentum, trend] = trail.at(-1)!;
    return {
      ...{ key: String(k), label: name, size: 5, trail: points, ink },
      ...{ fromHub: Math.hypot(momentum, trend), isFirst: false },
    };
  });
  const rings = ringLabels(reach);
  const labels = placeLabels(members, "benchmark", rings);
  const hub = hubLabel();
  return (
    <PictureFrame width={SIZE} height={SIZE} most={460} label={label}>
      <circle cx={CENTRE} cy={CENTRE} r={RADIUS} fill={role("raised")} stroke={role("rule")} />
      {Array.from({ length: Math.floor(reach) }, (_, k) => (
        <circle key={k} cx={CENTRE} cy={CENTRE} r={round(radiusOf(k + 1, reach))} fill="none" stroke={role("rule")} />
      ))}
      {(
        [
          ["ahead", CENTRE, 14],
          ["behind", CENTRE, SIZE - 5],
        ] as const
      ).map(([text, x, y]) => (
        <text key={text} x={x} y={y} textAnchor="middle" fill={role("soft")}>
          {text}
        </text>
      ))}
      <text transform={`translate(12 ${CENTRE}) rotate(-90)`} textAnchor="middle" fill={role("soft")}>
        gaining
      </text>
      <text transform={`translate(${SIZE - 6} ${CENTRE}) rotate(-90)`} textAnchor="middle" fill={role("soft")}>
        giving way
      </text>
      <circle cx={CENTRE} cy={CENTRE} r={3} fill={role("ink")} />
      <text x={hub.x} y={hub.y} textAnchor="middle" fill={role("soft")}>
        benchmark
      </text>
      {members.map(({ key, trail, ink, size }) => (
        <g key={key}>
          <path
            d={`M${trail.map((p) => `${round(p.x)},${round(p.y)}`).join("L")}`}
            fill="none"
            stroke={of(ink)}
            strokeWidth={1.2}
            strokeOpacity={0.6}
          />
          <circle cx={round(trail.at(-1)!.x)} cy={round(trail.at(-1)!.y)} r={size} fill={of(ink)} />
        </g>
      ))}
      {labels.map((text) => (
        <text key={text.key} x={round(text.x)} y={round(text.y)} textAnchor={text.anchor} fill={role("ink")}>
          {text.text}
        </text>
      ))}
    </PictureFrame>
  );
}
