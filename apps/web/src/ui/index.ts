export { Button, Key } from './button.js';
export { Check, Choice, ParsedField, Select, TextField, YesNo } from './field.js';
export { Dialog, DialogClose, dialogIsOpen, OpenDialog } from './dialog.js';
export { SeverityMark } from './icon.js';
export { CloseFoot, FormFoot, ProblemText } from './form-foot.js';
export { FileField, FileInput } from './file-field.js';
export { finder, SearchField } from './search.js';
export { Menu } from './menu.js';
export { UndoRedo } from './undo-redo.js';
