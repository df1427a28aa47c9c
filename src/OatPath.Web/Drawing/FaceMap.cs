using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Web.Drawing;

/// <summary>One zone on the face map.</summary>
/// <param name="Path">Drawn for the left of the drawing; the right is its mirror.</param>
public sealed record FaceMapZone(FaceZone Zone, string Path, bool Flipped);

/// <summary>The face map: faced as the practitioner sees the client, or mirrored as the client sees themselves.</summary>
/// <param name="Name">Form field of the zones; empty where they are only shown.</param>
/// <param name="Id">Keeps the ids of two maps on a page apart.</param>
public sealed record FaceMap(string Name, string Id, string Legend, IReadOnlyCollection<FaceZone> Chosen, bool Mirrored)
{
    private static readonly (FaceZone? Middle, FaceZone? Left, FaceZone? Right, string Path)[] Shapes =
    [
        (
            FaceZone.Hairline,
            null,
            null,
            "M84 114C98 90 126 78 160 78C194 78 222 90 236 114L229 123C216 104 190 94 160 94C130 94 104 104 91 123Z"
        ),
        (
            FaceZone.Forehead,
            null,
            null,
            "M93 125C106 107 132 97 160 97C188 97 214 107 227 125L223 131C210 124 194 126 181 131L174 136H146L139 131C126 126 "
                + "110 124 97 131Z"
        ),
        (FaceZone.BetweenBrows, null, null, "M146 138H174L172 157H148Z"),
        (
            FaceZone.Nose,
            null,
            null,
            "M148 159H172C173 176 178 190 184 203C188 214 181 223 172 222C166 226 154 226 148 222C139 223 132 214 136 203C142 190 147 "
                + "176 148 159Z"
        ),
        (
            FaceZone.UpperLip,
            null,
            null,
            "M141 227C151 231 169 231 179 227C185 233 190 240 193 246C181 242 168 240 160 243C152 240 139 242 127 246C130 240 135 "
                + "233 141 227Z"
        ),
        (FaceZone.Chin, null, null, "M129 264C142 272 178 272 191 264C192 280 185 297 160 298C135 297 128 280 129 264Z"),
        (FaceZone.Neck, null, null, "M138 304C148 309 172 309 182 304L184 341C176 348 144 348 136 341Z"),
        (FaceZone.Chest, null, null, "M116 348C132 360 188 360 204 348C224 361 250 367 276 375V402H44V375C70 367 96 361 116 348Z"),
        (
            null,
            FaceZone.LeftTemple,
            FaceZone.RightTemple,
            "M69 150C69 138 73 128 82 121L91 127L94 135C88 141 85 148 84 156L82 171L72 172C70 165 69 158 69 150Z"
        ),
        (null, FaceZone.LeftBrow, FaceZone.RightBrow, "M96 147C97 136 126 130 144 138L143 147C128 142 110 142 96 147Z"),
        (
            null,
            FaceZone.LeftEye,
            FaceZone.RightEye,
            "M92 153C104 147 128 146 143 150L145 158C144 168 139 177 129 181C112 186 94 182 86 171C84 164 86 157 92 153Z"
        ),
        (null, FaceZone.LeftEar, FaceZone.RightEar, "M67 152C55 143 47 152 50 170C53 190 61 202 72 200C68 186 66 168 67 152Z"),
        (
            null,
            FaceZone.LeftCheek,
            FaceZone.RightCheek,
            "M73 178C84 190 104 195 122 192C128 191 132 195 133 201C129 208 129 216 133 223C128 230 125 237 124 244C107 240 92 227 83 "
                + "209C77 198 74 188 73 178Z"
        ),
        (null, FaceZone.LeftJaw, FaceZone.RightJaw, "M80 214C90 234 106 247 123 250C123 263 125 278 130 291C108 277 90 250 80 214Z"),
        (null, FaceZone.LeftNeck, FaceZone.RightNeck, "M123 297L136 304L133 342C126 341 121 339 118 338C122 328 123 312 123 297Z"),
    ];

    /// <summary>
    /// Zones where they stand in this view: faced, the client's right is at the left of the drawing; mirrored, the client's left is.
    /// </summary>
    public IEnumerable<FaceMapZone> Zones =>
        Shapes.SelectMany(shape =>
            shape.Middle is { } middle
                ? [new FaceMapZone(middle, shape.Path, false)]
                : new[]
                {
                    new FaceMapZone(Mirrored ? shape.Left!.Value : shape.Right!.Value, shape.Path, false),
                    new FaceMapZone(Mirrored ? shape.Right!.Value : shape.Left!.Value, shape.Path, true),
                }
        );

    public (string Left, string Right) Sides =>
        Mirrored ? (Said.Of("your left"), Said.Of("your right")) : ("client's right", "client's left");

    /// <summary>The zones chosen, each by itself.</summary>
    public HashSet<FaceZone> Marked => [.. Chosen.SelectMany(FaceZones.Covered)];

    /// <summary>What is chosen, in words.</summary>
    public string InWords =>
        Marked.Count == 0 ? Said.Of("no zone") : string.Join(", ", FaceZones.OnMap.Where(Marked.Contains).Select(FaceZones.TitleOf));
}
