export const FOOTWEAR = ['golf shoes', 'trainers', 'bare feet', 'socks', 'other'] as const;
