import type { Schemas } from "../api/client";
import { TextField } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Stack } from "../ui/Page";
import * as options from "./gearOptions";
import { Select } from "../ui/Select";

interface Props {
  /** The description so far. */
  of: Schemas["GearDescription"];
  onChange: (part: Partial<Schemas["GearDescription"]>) => void;
  /** What is wrong at a field of the request, by its pointer. */
  wrong: (pointer: string) => string | undefined;
}

interface FrameProps extends Props {
  /** The rating as it is being typed. */
  rating: string;
  /** Axles and rating decide what is usual for everything else. */
  onFollow: (axles: number, rating: string) => void;
}

/** Axles, rating, suspension and brakes. */
export function FrameFields({ of: g, onChange: gear, wrong, rating, onFollow }: FrameProps) {
  const braked = g.brake !== "none";
  return (
    <Stack>
      <h2>Its running gear</h2>
      <Select
        label="Axles"
        value={String(g.axles) as "1" | "2" | "3"}
        onChange={(n) => onFollow(Number(n), rating)}
        options={options.AXLES}
        problem={wrong("/gear/axles")}
      />
      <TextField
        label="Rating of one axle, lb"
        value={rating}
        onChange={(text) => onFollow(g.axles, text)}
        problem={wrong("/gear/ratingPounds")}
      />
      <Select
        label="Suspension"
        value={g.suspension}
        onChange={(suspension) =>
          gear({
            suspension,
            spindle:
              suspension === "torsion" ? "torsionArm" : g.spindle === "torsionArm" ? "welded" : g.spindle,
          })
        }
        options={options.SUSPENSION}
      />
      <Select
        label="Brakes"
        value={g.brake}
        onChange={(brake) =>
          gear({
            brake,
            ...(brake === "none" ? { brakeDiameter: "", brakeWidth: "" } : {}),
            ...(brake === "hydraulicDisc" ? { brakeWidth: "" } : {}),
          })
        }
        options={options.BRAKE}
      />
      {braked && (
        <>
          <MeasureField
            label={g.brake === "hydraulicDisc" ? "Rotor diameter" : "Drum diameter"}
            value={g.brakeDiameter}
            onChange={(brakeDiameter) => gear({ brakeDiameter })}
            quantity="length"
            example="12"
            problem={wrong("/gear/brakeDiameter")}
          />
          {g.brake !== "hydraulicDisc" && (
            <MeasureField
              label="Shoe width"
              value={g.brakeWidth}
              onChange={(brakeWidth) => gear({ brakeWidth })}
              quantity="length"
              example="2 1/4"
              problem={wrong("/gear/brakeWidth")}
            />
          )}
        </>
      )}
    </Stack>
  );
}

/** Bearings, nut, spindle and studs. */
export function WheelEndFields({ of: g, onChange: gear, wrong }: Props) {
  return (
    <>
      <Select
        label="Bearings are"
        value={g.lubrication}
        onChange={(lubrication) =>
          gear({
            lubrication,
            nutRetention:
              lubrication === "sealedHub"
                ? "onePieceNut"
                : g.nutRetention === "onePieceNut"
                  ? "castleNut"
                  : g.nutRetention,
          })
        }
        options={options.LUBRICATION}
      />
      <Select
        label="The nut is kept by"
        value={g.nutRetention}
        onChange={(nutRetention) => gear({ nutRetention })}
        options={options.NUT}
        problem={wrong("/gear/nutRetention")}
      />
      <Select
        label="Spindle"
        value={g.spindle}
        onChange={(spindle) => gear({ spindle })}
        options={options.SPINDLE}
        problem={wrong("/gear/spindle")}
      />
      <Select
        label="Studs of a wheel"
        value={String(g.studCount)}
        onChange={(n) => gear({ studCount: Number(n) })}
        options={options.STUDS}
        problem={wrong("/gear/studCount")}
      />
      <MeasureField
        label="Stud thread"
        value={g.studThread}
        onChange={(studThread) => gear({ studThread })}
        quantity="length"
        example="1/2"
        problem={wrong("/gear/studThread")}
      />
    </>
  );
}
