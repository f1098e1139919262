import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useFollowHouse, useHousePreview } from "../../../api/house";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { Edition } from "./Edition";
import styles from "./house.module.css";

/** Following an office's rules: shown first, with what they would do to one's own mail. */
export function Follow({ first }: { first: boolean }) {
  const [typed, setTyped] = useState("");
  const [place, setPlace] = useState<string>();
  const [asked, setAsked] = useState(0); // looked at again, it may have become otherwise
  const preview = useHousePreview(place, asked);
  const follow = useFollowHouse();
  const shown = place !== undefined && preview.data;
  const end = () => {
    setPlace(undefined);
    setTyped("");
  };
  return (
    <section aria-labelledby="follow">
      <div className={ui.band}>
        <h2 id="follow">{first ? "Follow the rules of your office" : "Follow another publisher"}</h2>
      </div>
      <p className={ui.sub}>
        A file in a shared folder, or its web address. Beside a file at an address its checksum is wanted (the same name with
        .sha256). Nothing of yours is sent there.
      </p>
      <form
        className={styles.follow}
        onSubmit={(event) => {
          event.preventDefault();
          follow.reset();
          setPlace(typed.trim());
          setAsked(asked + 1);
        }}
      >
        <TextField
          size="small"
          label="File or web address"
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            setPlace(undefined);
          }}
          placeholder="/srv/office/house-rules.json"
        />
        <Button type="submit" disabled={!typed.trim() || preview.isFetching}>
          {preview.isFetching ? "Reading it …" : "Look at it"}
        </Button>
      </form>
      {place && <Fault of={preview} />}
      {shown && (
        <section className={ui.boxed} aria-label={`House rules of ${shown.publisher}`}>
          <h3 className={styles.whose}>
            {shown.publisher}, edition {shown.edition}
          </h3>
          <Edition coming={shown} />
          <div className={ui.rowOf}>
            <Button variant="contained" disabled={follow.isPending} onClick={() => follow.mutate(place, { onSuccess: end })}>
              Follow these rules
            </Button>
            <Button onClick={end}>Leave it</Button>
          </div>
          <Fault of={follow} />
        </section>
      )}
    </section>
  );
}
