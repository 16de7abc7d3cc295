/// <reference types="next" />
/// <reference types="next/image-types/global" />

declare module '*.css'
