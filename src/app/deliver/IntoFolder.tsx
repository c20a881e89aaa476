/** Files into the folder that one works in, beside its components. What was not put there from here is asked for first. */

import { Button, Modal } from "antd";
import type { File } from "../../core/deliver";
import { DELIVERED } from "../../core/deliver/keys";
import { putDelivered, useFolder } from "../folder/store";
import { useTelling } from "../shell/telling";
import { wasTaken } from "./taken";

export function IntoFolder({ files, took }: { files: readonly File[]; took(): void }) {
  const { message } = useTelling();
  const [modal, holder] = Modal.useModal();
  const { standing, name } = useFolder();
  if (standing !== "works") return null;
  const put = async (over: boolean): Promise<void> => {
    try {
      const kept = await putDelivered(files, (path, text) => over || wasTaken(path, text));
      if (!kept.length) {
        took();
        message.success(`${files.length === 1 ? files[0].path : `${files.length} files`} in ${name}/${DELIVERED}.`);
        return;
      }
      modal.confirm({
        title: `${kept.length === 1 ? "A file there was" : `${kept.length} files there were`} not put there from here`,
        content: `${kept.join(", ")} in ${name}/${DELIVERED}. Nothing was written yet.`,
        okText: "Write over",
        cancelText: "Leave it",
        onOk: () => put(true),
      });
    } catch (error) {
      message.error(`Not written: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  return (
    <>
      <Button onClick={() => void put(false)}>Put into {name}</Button>
      {holder}
    </>
  );
}
