using System.IO.Compression;
using System.Text;

namespace OatPath.Store;

/// <summary>
/// Texts that repeat themselves, kept small. Format: Brotli over UTF-8, parts set apart by a zero byte, which JSON never holds.
/// </summary>
internal static class PackedText
{
    private const int Quality = 6;
    private const int Window = 22;

    public static byte[] Pack(params IReadOnlyList<string> parts)
    {
        var plain = Encoding.UTF8.GetBytes(string.Join('\0', parts));
        var packed = new byte[BrotliEncoder.GetMaxCompressedLength(plain.Length)];
        return BrotliEncoder.TryCompress(plain, packed, out var length, Quality, Window)
            ? packed[..length]
            : throw new InvalidOperationException("The texts could not be packed.");
    }

    public static string[] Unpack(byte[] packed)
    {
        using var brotli = new BrotliStream(new MemoryStream(packed), CompressionMode.Decompress);
        using var plain = new MemoryStream();
        brotli.CopyTo(plain);
        return Encoding.UTF8.GetString(plain.GetBuffer(), 0, (int)plain.Length).Split('\0');
    }
}
