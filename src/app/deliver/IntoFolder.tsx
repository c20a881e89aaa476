/** Files into the folder that one works in, beside its components. What was not put there from here is asked for first. */
import { Button, Modal } from "antd";
import { useState } from "react";
import type { File } from "../../core/deliver";
import { DELIVERED } from "../../core/deliver/keys";
import { putDelivered, useFolder } from "../folder/store";
import { useTelling } from "../shell/telling";
import { wasTaken } from "./taken";

export function IntoFolder({ files, took }: { files: readonly File[]; took(): void }) {
  const { message } = useTelling();
  const { standing, name } = useFolder();
  /** What lies there and came from elsewhere, while it is asked whether it may go. */
  const [foreign, setForeign] = useState<readonly string[]>([]);
  if (standing !== "works") return null;
  const put = async (over: boolean): Promise<void> => {
    setForeign([]);
    try {
      const kept = await putDelivered(files, (path, text) => over || wasTaken(path, text));
      setForeign(kept);
      if (kept.length) return;
      took();
      message.success(`${files.length === 1 ? files[0].path : `${files.length} files`} in ${name}/${DELIVERED}.`);
    } catch (error) {
      message.error(`Not written: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  return (
    <>
      <Button onClick={() => void put(false)}>Put into {name}</Button>
      <Modal
        className="foreign-files"
        open={foreign.length > 0}
        title={`${foreign.length === 1 ? "A file there was" : `${foreign.length} files there were`} not put there from here`}
        okText="Write over"
        cancelText="Leave it"
        onOk={() => void put(true)}
        onCancel={() => setForeign([])}
        destroyOnHidden
      >
        {foreign.join(", ")} in {name}/{DELIVERED}. Nothing was written yet.
      </Modal>
    </>
  );
}
