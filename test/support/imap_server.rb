# frozen_string_literal: true

require "etc"
require "fileutils"
require "net/imap"
require "socket"
require "tmpdir"

# A real server that speaks IMAP (Dovecot 2.3), in a folder of its own on this machine, with TLS by a certificate of its own.
class ImapServer
  PROGRAM = "/usr/sbin/dovecot"
  USERS = {"wren" => "swordfish", "tarn" => "heron"}.freeze

  # @return [String, nil] why tests against it cannot run here
  def self.missing
    return "Dovecot is not installed" unless File.executable?(PROGRAM)

    "Dovecot is not of version 2.3" unless `#{PROGRAM} --version`.start_with?("2.3.")
  end

  attr_reader :folder, :port, :tls_port, :pid

  # @param folder [String] with a short path: its sockets lie below it
  def initialize(folder = Dir.mktmpdir("imap"), port: free_port, tls_port: free_port)
    @folder, @port, @tls_port = File.realpath(folder), port, tls_port
    @lock = Mutex.new
    @user = Process.uid.zero? ? "nobody" : Etc.getpwuid.name
    FileUtils.mkdir_p(%w[run state mail].map { path(_1) })
    certificate
    File.write(path("users"), USERS.map { |name, word| "#{name}:{PLAIN}#{word}:::::\n" }.join, perm: 0o600)
    File.write(path("dovecot.conf"), configuration)
    FileUtils.chown_R(@user, nil, @folder) if Process.uid.zero?
    File.chmod(0o711, @folder)
  end

  def path(name) = File.join(@folder, name)
  def ca_file = path("cert.pem")

  # A certificate of another key, for the next start.
  def renew
    certificate
    FileUtils.chown_R(@user, nil, @folder) if Process.uid.zero?
  end

  # One that is being stopped is waited for: whoever notices that it is gone may be sooner than whoever stopped it.
  def start = @lock.synchronize { begin_it }

  # The whole group: the processes of open lines too.
  def stop = @lock.synchronize { end_it }

  def remove
    stop
    FileUtils.rm_rf(@folder)
  end

  # Another program at the same mailbox. @yield [Net::IMAP] signed in
  def other(user = "wren")
    imap = Net::IMAP.new("127.0.0.1", port: @port)
    imap.login(user, USERS.fetch(user))
    yield imap
  ensure
    imap&.disconnect
  end

  # @return [Integer] lines that stand, of people who are signed in
  def lines = Dir.glob("/proc/[0-9]*/cmdline").count { |file| cmdline(file).start_with?("dovecot/imap\0") && ours?(file) }

  # The folder's numbers hold no more (a new UIDVALIDITY); while the server is stopped.
  def forget_numbers(box = "INBOX", user = "wren")
    place = (box == "INBOX") ? path("mail/#{user}") : path("mail/#{user}/#{box}")
    given = File.read("#{place}/dovecot-uidlist")[/V(\d+)/, 1].to_i
    sleep 0.05 until Time.now.to_i > given # the new one is made of the second
    Dir.glob("#{place}/dovecot*").each { FileUtils.rm_rf(_1) }
  end

  # @return [Boolean] whether no file can be kept from it
  def reads_all? = Process.uid.zero? && !passing.empty?

  private

  def begin_it
    command = [PROGRAM, "-F", "-c", path("dovecot.conf")]
    command = ["setpriv", "--reuid=#{@user}", "--regid=#{group.gid}", "--clear-groups", *passing, *command] if Process.uid.zero?
    @pid = spawn(*command, out: path("out"), err: path("out"), pgroup: true)
    500.times do
      return self if greets?
      raise File.read(path("out")) if Process.wait(@pid, Process::WNOHANG)

      sleep 0.01
    end
    raise "no greeting"
  end

  def end_it
    return unless @pid

    Process.kill("KILL", -@pid)
    Process.wait(@pid)
  rescue Errno::ESRCH
    nil
  ensure
    @pid = nil
  end

  # Where not even the root of the file system may be entered by others (a machine in a folder).
  def passing
    File.stat("/").mode.anybits?(0o001) ? [] : %w[--securebits=+no_setuid_fixup --inh-caps=+dac_read_search --ambient-caps=+dac_read_search]
  end

  def cmdline(file)
    File.read(file)
  rescue SystemCallError
    ""
  end

  def ours?(file)
    File.read(file.sub("cmdline", "stat"))[/\A\d+ \(.*\) \S \d+ (\d+)/, 1].to_i == @pid
  rescue SystemCallError
    false
  end

  def group = Etc.getgrgid(Etc.getpwnam(@user).gid)
  def free_port = TCPServer.open("127.0.0.1", 0) { _1.addr[1] }

  def greets?
    TCPSocket.open("127.0.0.1", @port) { _1.gets.to_s.start_with?("* OK") }
  rescue SystemCallError
    false
  end

  def certificate
    system("openssl req -x509 -newkey rsa:2048 -nodes -days 1 -subj /CN=localhost -addext subjectAltName=DNS:localhost,IP:127.0.0.1 " \
      "-keyout #{path("key.pem")} -out #{path("cert.pem")}", err: File::NULL, exception: true)
  end

  # A block's { must end its line.
  def configuration = <<~CONF.gsub(" ; ", "\n")
    protocols = imap ; listen = 127.0.0.1, 127.0.0.2 ; first_valid_uid = 1
    base_dir = #{path("run")} ; state_dir = #{path("state")} ; log_path = #{path("log")}
    default_internal_user = #{@user} ; default_login_user = #{@user} ; default_internal_group = #{group.name}
    service anvil { ; chroot = ; unix_listener anvil-auth-penalty { ; mode = 0 ; } ; }
    service stats { ; chroot = ; }
    service imap-login {
      chroot = ; inet_listener imap { ; port = #{@port} ; } ; inet_listener imaps { ; port = #{@tls_port} ; ssl = yes ; }
    }
    ssl = yes ; ssl_cert = <#{path("cert.pem")} ; ssl_key = <#{path("key.pem")}
    auth_mechanisms = plain login ; auth_failure_delay = 0
    passdb { ; driver = passwd-file ; args = scheme=PLAIN #{path("users")} ; }
    userdb { ; driver = static ; args = uid=#{@user} gid=#{group.gid} home=#{path("mail")}/%u ; }
    mail_location = maildir:~:LAYOUT=fs ; mail_max_userip_connections = 50
    namespace inbox {
      inbox = yes ; separator = /
      #{%w[Sent Drafts Trash Junk Archive].map { "mailbox #{_1} { ; auto = create ; special_use = \\#{_1} ; }" }.join(" ; ")}
    }
  CONF
end
