export interface CameraProps {
  onCode: (text: string) => void;
  onClose: () => void;
  /** What is done instead where no camera answers. */
  lack: string;
}
