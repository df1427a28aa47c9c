using System.Xml.Linq;
using OatPath.Core.Tests;
using OatPath.Core.Wording;

namespace OatPath.Web.Tests.Wording;

/// <summary>
/// The resource files hold every sentence that clients read, and nothing else. With OATPATH_WRITE_WORDING=1 they are written anew.
/// </summary>
public class CatalogueTests
{
    /// <summary>What stands in these files tells of danger, and what to do about it.</summary>
    private static readonly string[] SafetyFiles =
    [
        "FirstAid.cs",
        "Cautions.cs",
        "NeedleCare.cs",
        "SessionAsks.cs",
        "DeviceKit.cs",
        "IsThisNormal.cs",
        "WhatToExpect.cs",
        "_Answer.cshtml",
        "_WhatToDo.cshtml",
        "Offline.cshtml",
        "_Cautions.cshtml",
        "views.js",
        "device-views.js",
    ];

    private static string FileOf(string name) => Path.Combine(Repository.Root, "src", "OatPath.Core", "Wording", name);

    private static SortedDictionary<string, (string English, bool IsSafety)> Sentences(
        IEnumerable<(string English, string File)> inSource,
        IEnumerable<string> inTables
    )
    {
        var safety = SentencesInTables.OfSafety().ToHashSet();
        var found = new SortedDictionary<string, (string, bool)>(StringComparer.Ordinal);
        foreach (var (english, file) in inSource.Concat(inTables.Select(english => (english, ""))))
        {
            var key = SentenceKey.Of(english);
            var isSafety = safety.Contains(english) || SafetyFiles.Contains(Path.GetFileName(file));
            found[key] = (english, isSafety || (found.TryGetValue(key, out var before) && before.Item2));
        }

        return found;
    }

    private static SortedDictionary<string, (string English, bool IsSafety)> Read(string name)
    {
        var entries = XDocument
            .Load(FileOf(name), LoadOptions.PreserveWhitespace)
            .Root!.Elements("data")
            .ToDictionary(
                data => data.Attribute("name")!.Value,
                data => (data.Element("value")!.Value, data.Element("comment") is not null)
            );
        return new(entries, StringComparer.Ordinal);
    }

    private static void Write(string name, SortedDictionary<string, (string English, bool IsSafety)> sentences)
    {
        var root = new XElement(
            "root",
            Header("resmimetype", "text/microsoft-resx"),
            Header("version", "2.0"),
            Header("reader", "System.Resources.ResXResourceReader"),
            Header("writer", "System.Resources.ResXResourceWriter"),
            sentences.Select(entry => new XElement(
                "data",
                new XAttribute("name", entry.Key),
                new XAttribute(XNamespace.Xml + "space", "preserve"),
                new XElement("value", entry.Value.English),
                entry.Value.IsSafety ? new XElement("comment", "safety") : null
            ))
        );
        File.WriteAllText(FileOf(name), $"<?xml version=\"1.0\" encoding=\"utf-8\"?>\n{root}\n");
    }

    private static XElement Header(string name, string value) =>
        new("resheader", new XAttribute("name", name), new XElement("value", value));

    [Fact]
    public void Every_sentence_that_is_said_stands_in_the_resource_files_and_no_other()
    {
        var (pages, scripts) = SentencesInSource.Find();
        foreach (
            var (name, said) in new[]
            {
                ("Client.resx", Sentences(pages, SentencesInTables.All())),
                ("Scripts.resx", Sentences(scripts, [])),
            }
        )
        {
            if (Environment.GetEnvironmentVariable("OATPATH_WRITE_WORDING") == "1")
            {
                Write(name, said);
            }

            Assert.Equal(said, Read(name));
        }
    }
}
