import TextField from "@mui/material/TextField";
import { OneOf } from "../../parts/OneOf";

/** How a mail server is reached. */
export type Access = {
  host: string;
  security: "tls" | "starttls" | "none";
  /** as it is typed; empty for the usual one */
  port: string;
  user: string;
  /** nothing where the one that is there stays */
  password?: string;
  ca_file: string;
};

const SECURITY = [
  { value: "tls", label: "TLS from the first byte" },
  { value: "starttls", label: "STARTTLS" },
  { value: "none", label: "none, on this machine" },
] as const;

export const FRESH: Access = { host: "", security: "tls", port: "", user: "", ca_file: "" };

type There = { host: string; security: Access["security"]; port: number; user?: string | null; ca_file?: string | null };
/** @param there what is kept of one */
export const accessOf = (there: There): Access => ({
  host: there.host,
  security: there.security,
  port: String(there.port),
  user: there.user ?? "",
  ca_file: there.ca_file ?? "",
});

const fits = (port: string) => port === "" || (/^\d{1,5}$/.test(port) && Number(port) >= 1 && Number(port) <= 65_535);
export const isWhole = (access: Access) => fits(access.port) && access.host.trim() !== "";
/** As the server takes it. */
export const given = ({ port, ca_file, ...access }: Access) => ({
  ...access,
  ca_file: ca_file || null,
  port: port === "" ? null : Number(port),
});

/** @param ports the usual ones @param kept whether a password is kept @param user what the name is called @param focus on the password */
export function AccessFields({
  access,
  change,
  ports,
  kept,
  user,
  focus,
}: {
  access: Access;
  change: (next: Access) => void;
  ports: Record<Access["security"], number>;
  kept: boolean;
  user: string;
  focus?: boolean;
}) {
  const field = (label: string, name: "host" | "user" | "ca_file") => (
    <TextField
      size="small"
      label={label}
      value={access[name]}
      onChange={({ target }) => change({ ...access, [name]: target.value })}
    />
  );
  return (
    <>
      {field("Server, such as mail.provider.example", "host")}
      <OneOf label="Security" value={access.security} choices={SECURITY} change={(security) => change({ ...access, security })} />
      <TextField
        size="small"
        label={`Port; ${ports[access.security]} where it is left empty`}
        value={access.port}
        error={!fits(access.port)}
        helperText={fits(access.port) ? undefined : "A port is a number from 1 to 65535."}
        onChange={({ target }) => change({ ...access, port: target.value.trim() })}
      />
      {field(user, "user")}
      <TextField
        size="small"
        type="password"
        autoComplete="off"
        autoFocus={focus}
        label={kept ? "Password; leave it empty to keep the one that is there" : "Password"}
        value={access.password ?? ""}
        onChange={({ target }) => change({ ...access, password: target.value === "" ? undefined : target.value })}
      />
      {field("A certificate authority of its own (a file on this machine), if any", "ca_file")}
    </>
  );
}
