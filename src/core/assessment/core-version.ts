/** Version of the judgement. It is stored with every assessment, so raise it with every change that can alter one. */
export const CORE_VERSION = '2.2.0';
