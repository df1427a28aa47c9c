using System.Security.Cryptography;

namespace OatPath.Store;

/// <summary>The three files of a picture.</summary>
public enum PictureSize
{
    /// <summary>As it was taken, upright, without metadata.</summary>
    Whole,

    /// <summary>Evened where it holds the card, for a page.</summary>
    Shown,

    /// <summary>A thumbnail.</summary>
    Small,
}

/// <summary>
/// The files of pictures, beside the database: under random names, for their owner only, each written whole or not at all and never changed
/// after.
/// </summary>
public sealed class PictureFolder(string path)
{
    public const string Name = "pictures";
    private const string Part = ".part";
    private static readonly PictureSize[] Sizes = Enum.GetValues<PictureSize>();

    public static PictureFolder Of(string dataFolder) => new(System.IO.Path.Combine(dataFolder, Name));

    public static PictureFolder Beside(string database) => Of(System.IO.Path.GetDirectoryName(System.IO.Path.GetFullPath(database))!);

    public string Path => path;

    /// <summary>Writes one file and returns once it is on the disk.</summary>
    /// <exception cref="StoreException">It cannot be kept.</exception>
    public void Write(string name, PictureSize size, byte[] bytes)
    {
        var file = FileOf(name, size);
        try
        {
            if (OperatingSystem.IsWindows())
            {
                Directory.CreateDirectory(path);
            }
            else
            {
                Directory.CreateDirectory(path, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
            }

            var options = new FileStreamOptions { Mode = FileMode.Create, Access = FileAccess.Write };
            if (!OperatingSystem.IsWindows())
            {
                options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
            }

            using (var stream = new FileStream(file + Part, options))
            {
                stream.Write(bytes);
                stream.Flush(flushToDisk: true);
            }

            File.Move(file + Part, file, overwrite: true);
        }
        catch (IOException fault)
        {
            Remove(name);
            throw new StoreException(DataFolder.FaultOf(fault), fault);
        }
        catch (UnauthorizedAccessException fault)
        {
            throw new StoreException(StoreFault.ReadOnly, fault);
        }
    }

    /// <summary>Opens a file; null where it is gone.</summary>
    public Stream? Open(string name, PictureSize size) =>
        IsName(name) && FileOf(name, size) is var file && File.Exists(file)
            ? new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.Read)
            : null;

    public byte[]? Read(string name, PictureSize size) =>
        IsName(name) && FileOf(name, size) is var file && File.Exists(file) ? File.ReadAllBytes(file) : null;

    /// <summary>Whether the whole picture is there as it was written.</summary>
    public bool IsWhole(string name, string sha256)
    {
        using var stream = Open(name, PictureSize.Whole);
        return stream is not null && Convert.ToHexStringLower(SHA256.HashData(stream)) == sha256;
    }

    /// <summary>Removes all files of a name.</summary>
    public void Remove(string name)
    {
        foreach (var size in IsName(name) && Directory.Exists(path) ? Sizes : [])
        {
            File.Delete(FileOf(name, size));
            File.Delete(FileOf(name, size) + Part);
        }
    }

    /// <summary>Every file of a name that is there: in the folder's own naming, with its path.</summary>
    internal IEnumerable<(string Name, string File)> FilesOf(string name) =>
        (IsName(name) ? Sizes : [])
            .Select(size => FileOf(name, size))
            .Where(File.Exists)
            .Select(file => (System.IO.Path.GetFileName(file), file));

    /// <summary>Names of which there is some file.</summary>
    internal IReadOnlyList<string> Names() =>
        !Directory.Exists(path)
            ? []
            : [.. Directory.EnumerateFiles(path).Select(System.IO.Path.GetFileName).Select(file => file!.Split('.', '-')[0]).Distinct()];

    /// <summary>Takes files of certain names over from another folder; those that are here already are the same.</summary>
    internal void TakeIn(string from, IReadOnlySet<string> names) => Move(new(from), this, names.Contains);

    /// <summary>Moves the files of all other names away.</summary>
    internal void PutAside(string to, IReadOnlySet<string> names) => Move(this, new(to), name => !names.Contains(name));

    private static void Move(PictureFolder from, PictureFolder to, Func<string, bool> which)
    {
        foreach (var (name, file) in from.Names().Where(which).SelectMany(from.FilesOf))
        {
            Directory.CreateDirectory(to.Path);
            if (!File.Exists(System.IO.Path.Combine(to.Path, name)))
            {
                File.Move(file, System.IO.Path.Combine(to.Path, name));
            }
        }
    }

    public long Bytes() => !Directory.Exists(path) ? 0 : new DirectoryInfo(path).EnumerateFiles().Sum(file => file.Length);

    /// <summary>Whether a file's name is one of this folder.</summary>
    internal static bool IsOurs(string file) =>
        Sizes.Select(Ending).FirstOrDefault(ending => file.EndsWith(ending, StringComparison.Ordinal)) is { } ending
        && IsName(file[..^ending.Length]);

    private string FileOf(string name, PictureSize size) =>
        IsName(name)
            ? System.IO.Path.Combine(path, name + Ending(size))
            : throw new ArgumentException("no name of a picture", nameof(name));

    private static string Ending(PictureSize size) =>
        size switch
        {
            PictureSize.Whole => "-whole.jpg",
            PictureSize.Shown => "-shown.jpg",
            _ => "-small.jpg",
        };

    private static bool IsName(string name) => name.Length == 32 && name.All(char.IsAsciiHexDigitLower);
}
