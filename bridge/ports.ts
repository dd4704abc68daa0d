import { connect } from 'node:net';
import type { Duplex } from 'node:stream';
import { SerialPort } from 'serialport';

/** Opens the wire to an instrument; fails where it is not there. */
export type OpenPort = () => Promise<Duplex>;

/** A serial port of this machine. */
export const overSerial =
  (path: string, baudRate: number): OpenPort =>
  () =>
    new Promise((opened, failed) => {
      const port = new SerialPort({ path, baudRate }, (error) => (error ? failed(error) : opened(port)));
    });

/** An instrument, or a box with serial ports, that answers at an address. */
export const overTcp =
  (host: string, port: number): OpenPort =>
  () =>
    new Promise((opened, failed) => {
      const socket = connect({ host, port });
      // An instrument that was unplugged is noticed though it says nothing.
      socket.setKeepAlive(true, 10_000);
      socket.once('error', failed);
      socket.once('connect', () => {
        socket.off('error', failed);
        opened(socket);
      });
    });
