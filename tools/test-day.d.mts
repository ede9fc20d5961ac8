export declare const TEST_NOW: string;
export declare const TEST_ZONE: string;
export declare const aheadNow: () => number;
export declare const testDayEnv: (ahead?: number) => Record<string, string>;
