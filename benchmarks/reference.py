"""Figures of others on the same instances, as they were given to the project with the instances.

Bars: (lower bound, first-fit decreasing, reference plan at 40 s; of shop_m120 and m200 no reference is known: the
first plan stands for both). Sheets: least cost known. Strips: density in percent
of plain bottom-left and of a compiled published heuristic at 10, 30 and 120 s (None: not measured). Rectangles with
straight-through cuts: (bound or known optimum, a library of rectangle heuristics), sheets.
"""

BARS = {
    "hard_m10_s1": (135, 154, 135),
    "hard_m14_s1": (218, 239, 218),
    "hard_m5_s1": (50, 59, 50),
    "hard_m7_s1": (121, 141, 121),
    "shop_m10_s1": (702.98, 718.98, 715.96),
    "shop_m20_s1": (3952.45, 4045.26, 3961.51),
    "shop_m30_s1": (3037.42, 3076.52, 3044.64),
    "shop_m120_s1": (41305.68, 41598.31, 41598.31),
    "shop_m200_s1": (106777.72, 107033.17, 107033.17),
    "shop_m45_s1": (4752.49, 4825.22, 4762.34),
    "shop_m5_s1": (351.81, 362.07, 351.81),
    "shop_m60_s1": (21922, 22104, 21956),
    "triplet_n120_k0_s1": (40, 47, 40),
    "triplet_n120_k3_s1": (40, 47, 40),
    "triplet_n249_k0_s1": (83, 97, 84),
    "triplet_n60_k0_s1": (20, 24, 20),
    "uniform_n120_s1": (52, 52, 52),
    "uniform_n250_s1": (99, 101, 99),
    "uniform_n500_s1": (204, 207, 204),
}

SHEETS = {
    "shop_n150_s1": 717.0,
    "shop_n150_s2": 802.5,
    "shop_n20_s1": 92.0,
    "shop_n20_s2": 92.0,
    "shop_n400_s1": 1427.0,
    "shop_n400_s2": 1427.0,
    "shop_n60_s1": 92.0,
    "shop_n60_s2": 312.5,
}

STRIPS = {
    "dissection_strip_n10_s1": (58.0, 77.7, 78.0, 78.8),
    "dissection_strip_n20_s1": (66.2, 73.1, 76.0, 77.8),
    "dissection_strip_n40_s1": (63.4, 69.4, 72.7, 73.8),
    "dissection_strip_n80_s1": (67.9, 69.8, 71.2, 73.4),
    "shop_strip_n150_s1": (69.8, 68.6, 69.8, 70.9),
    "shop_strip_n150_s2": (71.0, 71.2, 72.8, 74.6),
    "shop_strip_n20_s1": (71.5, 78.2, 80.1, 83.7),
    "shop_strip_n20_s2": (58.1, 62.7, 67.5, None),
    "shop_strip_n400_s1": (72.4, 69.2, 69.6, 70.9),
    "shop_strip_n400_s2": (65.1, 62.6, 64.4, None),
    "shop_strip_n60_s1": (68.3, 71.5, 72.4, 73.2),
    "shop_strip_n60_s2": (75.8, 73.9, 76.6, 77.5),
}

STRAIGHT = {
    "rect_n120_g4_s1": (7, 8),
    "rect_n40_g4_s1": (2, 2),
    "rect_n80_g0_s1": (7, 7),
    "rect_perfect_n15_k1_g0_s1": (1, 2),
    "rect_perfect_n30_k2_g0_s1": (2, 3),
    "rect_perfect_n40_k1_g4_s1": (1, 2),
    "rect_perfect_n90_k3_g4_s1": (3, 4),
}
