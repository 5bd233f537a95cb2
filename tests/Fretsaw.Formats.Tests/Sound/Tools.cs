using System.Diagnostics;
using System.Globalization;
using System.Text.Json;

namespace Fretsaw.Formats.Tests.Sound;

/// <summary>Programs from Debian that results are held against.</summary>
internal static class Tools
{
    public static byte[] Run(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true, RedirectStandardInput = true })!;
        process.StandardInput.Close();
        var complaints = process.StandardError.ReadToEndAsync();
        using var said = new MemoryStream();
        process.StandardOutput.BaseStream.CopyTo(said);
        process.WaitForExit();
        Assert.True(process.ExitCode == 0, complaints.Result);
        return said.ToArray();
    }

    /// <summary>Half a second of two sines and a little noise by ffmpeg.</summary>
    public static byte[] Recording(string codec, int rate, int channels, string container = "wav")
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("fretsaw-tone").FullName, $"tone.{container}");
        var right = channels == 2 ? "|0.3*sin(2*PI*523*t)" : "";
        Run("ffmpeg", "-v", "error", "-f", "lavfi", "-i", $"aevalsrc=0.5*sin(2*PI*440*t)+0.05*(random(0)-0.5){right}:d=0.5:s={rate}", "-c:a", codec, file);
        var bytes = File.ReadAllBytes(file);
        Directory.Delete(Path.GetDirectoryName(file)!, recursive: true);
        return bytes;
    }

    /// <summary>A recording of one of ffmpeg's own sources.</summary>
    public static byte[] Made(string container, string source)
    {
        var folder = Directory.CreateTempSubdirectory("fretsaw-made");
        var file = Path.Combine(folder.FullName, $"made.{container}");
        Run("ffmpeg", "-v", "error", "-f", "lavfi", "-i", source, file);
        var bytes = File.ReadAllBytes(file);
        folder.Delete(recursive: true);
        return bytes;
    }

    /// <summary>What ffprobe says of a recording.</summary>
    public static (int Rate, int Channels, double Seconds) Probed(byte[] recording, string container)
    {
        var folder = Directory.CreateTempSubdirectory("fretsaw-probed");
        var file = Path.Combine(folder.FullName, $"probed.{container}");
        File.WriteAllBytes(file, recording);
        var said = JsonDocument.Parse(Run("ffprobe", "-v", "error", "-select_streams", "a:0", "-show_entries", "stream=sample_rate,channels:format=duration", "-of", "json", file)).RootElement;
        folder.Delete(recursive: true);
        var stream = said.GetProperty("streams")[0];
        return (Number(stream.GetProperty("sample_rate")), stream.GetProperty("channels").GetInt32(), double.Parse(said.GetProperty("format").GetProperty("duration").GetString()!, CultureInfo.InvariantCulture));

        static int Number(JsonElement text) => int.Parse(text.GetString()!, CultureInfo.InvariantCulture);
    }

    /// <summary>What ffmpeg reads in a recording: samples of 32-bit floats, channel by channel.</summary>
    public static float[] Samples(byte[] recording)
    {
        var file = Path.GetTempFileName();
        File.WriteAllBytes(file, recording);
        var raw = Run("ffmpeg", "-v", "error", "-i", file, "-f", "f32le", "-c:a", "pcm_f32le", "-");
        File.Delete(file);
        var samples = new float[raw.Length / sizeof(float)];
        Buffer.BlockCopy(raw, 0, samples, 0, raw.Length);
        return samples;
    }
}
