import { useState } from "react";
import { api, type Schemas, unwrap } from "../../api/client";

const ADDRESS = "jovek.meter";

/** Address of a meter of this device; empty where readings are typed. */
export function useMeterAddress(kind?: "lux"): [string, (address: string) => void] {
  const key = kind ? `${ADDRESS}.${kind}` : ADDRESS;
  const [address, setAddress] = useState(() => localStorage.getItem(key) ?? "");
  return [
    address,
    (next) => {
      localStorage.setItem(key, next);
      setAddress(next);
    },
  ];
}

export function meterAddress(): string {
  return localStorage.getItem(ADDRESS) ?? "";
}

/** Takes a reading of a check from the meter. */
export async function fromMeter(check: string, unit: string): Promise<number> {
  const answer = await unwrap(
    api.POST("/api/device", { body: { address: meterAddress(), check, unit } }),
  );
  if (answer.value == null) throw new Error("The meter gave no figure.");
  return answer.value;
}

/** Sends commands to a device; gives what it answers. */
export function askDevice(address: string, commands: string[]): Promise<Schemas["DeviceAnswer"]> {
  return unwrap(api.POST("/api/device", { body: { address, commands } }));
}
