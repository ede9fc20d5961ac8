export declare const named: readonly { name: string; file: string; find: string; put: string }[];
