/** What ties a control to its label and to what is said about its value. */
export interface ControlProps {
  readonly id: string;
  readonly 'aria-describedby': string;
  readonly 'aria-invalid': boolean;
}
