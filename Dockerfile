# One house in a container: the same start command, its data in a volume. See docs/running.md.
FROM debian:bookworm
ENV DEBIAN_FRONTEND=noninteractive LANG=C.UTF-8
RUN mkdir -p /etc/postgresql-common && echo 'create_main_cluster = false' >/etc/postgresql-common/createcluster.conf \
 && apt-get -qq update && apt-get -qq -y --no-install-recommends install ca-certificates openjdk-17-jdk-headless maven nodejs npm postgresql ffmpeg util-linux \
    fonts-freefont-ttf fonts-nanum fonts-droid-fallback >/dev/null && rm -rf /var/lib/apt/lists/*
COPY . /opt/bivex
WORKDIR /opt/bivex
# Builds everything, and starts nothing.
RUN ./bivex build
VOLUME /var/lib/bivex
EXPOSE 8090 8091
ENTRYPOINT ["./bivex", "start", "--data", "/var/lib/bivex"]
CMD ["--lan", "--no-demo"]
